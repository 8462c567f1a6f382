<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

/** What is shown with the notes (handbook 1). */
enum ShowPolicy: string
{
    case Fingers = 'fingers';
    case Letters = 'letters';
    case Both = 'both';
    case Neither = 'neither';

    public function hasFingers(): bool
    {
        return self::Fingers === $this || self::Both === $this;
    }

    public function hasLetters(): bool
    {
        return self::Letters === $this || self::Both === $this;
    }
}
