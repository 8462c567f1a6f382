<?php

declare(strict_types=1);

namespace CoinStair\Core\RightHand;

/** Where the bow meets the string, from the fingerboard to the bridge (handbook 4). */
enum Contact: string
{
    case Fingerboard = 'fingerboard';
    case NearFingerboard = 'near-fingerboard';
    case Middle = 'middle';
    case NearBridge = 'near-bridge';
    case Bridge = 'bridge';

    /** 1 over the fingerboard to 5 at the bridge. */
    public function lane(): int
    {
        return 1 + (int) array_search($this, self::cases(), true);
    }

    public static function ofLane(int $lane): self
    {
        return self::cases()[max(1, min(5, $lane)) - 1];
    }
}
