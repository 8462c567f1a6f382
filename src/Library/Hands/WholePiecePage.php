<?php

declare(strict_types=1);

namespace App\Library\Hands;

use App\Shared\Entity\Override;
use CoinStair\Core\RightHand\LongNote;
use CoinStair\Core\RightHand\TouchChange;

/**
 * What is told of the hands over a whole piece: its phrases on the bow, soft and loud, long notes, and what the teacher set.
 *
 * @phpstan-type OverrideRow array{override: Override, measure: string, lost: bool, text: string}
 */
final readonly class WholePiecePage
{
    /**
     * @param list<array{measures: string, start: string, end: string}> $phrases   zones of the bow in which each starts and ends
     * @param list<array{measures: string, change: TouchChange}>        $touches
     * @param bool                                                      $whole     every stroke takes the whole bow
     * @param list<array{measure: string, note: LongNote}>              $long
     * @param list<OverrideRow>                                         $overrides
     * @param int                                                       $hair      of the bow, in centimetres
     */
    public function __construct(
        public array $phrases,
        public array $touches,
        public bool $whole,
        public array $long,
        public array $overrides,
        public int $hair,
    ) {
    }
}
