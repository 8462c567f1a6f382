<?php

declare(strict_types=1);

namespace App\Lesson\Sheet;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Format\QuickEntry\PatternReader;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Sequence\PieceForClass;

/** One thing that is played in a lesson: a chunk in its rhythm, or a warm-up. */
final class LessonItem
{
    private ?PieceForClass $played = null;

    /**
     * @param string                    $key   by which the screen asks for it
     * @param string                    $music what tells its music from that of other items
     * @param \Closure(): PieceForClass $make
     */
    private function __construct(
        public readonly string $key,
        public readonly string $music,
        public readonly Chunk $chunk,
        private readonly PieceForClass $of,
        private readonly \Closure $make,
        private readonly bool $isWritten,
    ) {
    }

    /**
     * @param string $figure in which it is played, as it is typed; empty for the plain line
     * @param string $score  hash of the score
     */
    public static function ofChunk(string $key, PieceForClass $of, string $figure, Chunk $chunk, string $score): self
    {
        $canon = $of->canon();
        if (null !== $canon && !$canon->isBehind($chunk->to)) {
            // The line of a round is learned by all.
            $of = $of->asLearned();
            $score .= '-unison';
        }

        return new self(
            $key,
            $score.' '.$figure,
            $chunk,
            $of,
            static fn (): PieceForClass => '' === $figure ? $of : $of->inRhythm(PatternReader::read($figure)),
            '' === $figure,
        );
    }

    /** @param string $score hash of the score from which it is made */
    public static function ofWarmUp(string $key, PieceForClass $of, WarmUp $warmUp, string $score): self
    {
        $music = $of->musicOf($warmUp);

        return new self(
            $key,
            $score.' '.$warmUp->code(),
            Chunk::whole($music),
            $of,
            static fn (): PieceForClass => $of->playing($music),
            false,
        );
    }

    public function played(): PieceForClass
    {
        return $this->played ??= ($this->make)();
    }

    /** The part that somebody plays: the one that is named, or that of the instrument where the music is another. */
    public function partOf(?Instrument $instrument, string $part): string
    {
        $piece = $this->played()->piece;
        if (null !== $piece->part($part)) {
            return $part;
        }
        foreach ($piece->parts as $one) {
            if ($one->instrument === $instrument) {
                return $one->id;
            }
        }

        return '';
    }

    /** @return list<mixed> all that its view follows from */
    public function told(?Instrument $instrument, string $part, int $tempo): array
    {
        return [
            $this->key,
            $this->music,
            $this->chunk->edges(),
            null === $instrument ? '' : $this->of->handsFingerprint($instrument, $this->isWritten ? $part : '', $tempo)->key(),
        ];
    }
}
