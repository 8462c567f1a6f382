<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

use App\Shared\Web\MusicWords;
use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\Round;
use CoinStair\Core\Score\Piece;
use Symfony\Contracts\Translation\TranslatorInterface;

/** Tells the rounds before a stair in words: of what, and how. */
final readonly class RoundWords
{
    public function __construct(private MusicWords $music, private TranslatorInterface $translator)
    {
    }

    /**
     * One after the other; the measures stand with the first of those that go over them.
     *
     * @param list<Round> $rounds
     *
     * @return list<string>
     */
    public function names(Piece $score, ?Chunk $chunk, array $rounds): array
    {
        $names = [];
        $before = '';
        foreach ($rounds as $round) {
            $measures = null === $chunk ? '' : $this->measures($score, $chunk, $round);
            $name = $round->isSeam ? $this->translator->trans('the seam') : $this->translator->trans('mode.'.$round->mode->value);
            $names[] = ('' === $measures || $measures === $before ? '' : $measures.' ').$name;
            $before = $measures;
        }

        return $names;
    }

    /** What the class is told before one. */
    public function say(Piece $score, ?Chunk $chunk, Round $round): string
    {
        $measures = null === $chunk ? '' : $this->measures($score, $chunk, $round);
        $say = $round->isSeam
            ? $this->translator->trans('Only the seam, no stop')
            : $this->translator->trans('mode.say.'.$round->mode->value);

        return '' === $measures ? $say : $say.': '.$measures;
    }

    private function measures(Piece $score, Chunk $chunk, Round $round): string
    {
        $part = $round->of($chunk, $score);

        return $part === $chunk ? '' : $this->music->measures($score, $part);
    }
}
