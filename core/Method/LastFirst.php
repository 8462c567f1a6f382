<?php

declare(strict_types=1);

namespace CoinStair\Core\Method;

/** The last phrase; the one before it, and on to the end; and so on to the start. */
final class LastFirst implements TeachingMethod
{
    public function teach(Taught $taught, array $spots, array $own): void
    {
        $phrases = array_reverse($taught->tree->phrases());
        foreach ($phrases as $index => $phrase) {
            $taught->learn($phrase->chunk);
            if ($index > 0) {
                $taught->join($taught->spanning([$phrase, $phrases[0]]));
            }
        }
    }
}
