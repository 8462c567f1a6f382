<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\LeftHand\ShowWhere;

/** What is written over and under the notes for the eye: fingers and letters everywhere, where new or nowhere; strings; bows. */
final readonly class HandLayers
{
    public function __construct(public ?ShowWhere $fingers, public ?ShowWhere $letters, public bool $strings, public bool $bows)
    {
    }

    public static function everything(): self
    {
        return new self(ShowWhere::All, ShowWhere::All, true, true);
    }
}
