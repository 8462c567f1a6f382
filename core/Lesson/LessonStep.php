<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Score\Copies;
use CoinStair\Core\Score\Notice;

/** A step in the lesson in which it is planned: its stair of that day, how long it takes, and why. */
final readonly class LessonStep
{
    use Copies;

    /**
     * @param string               $id      of the step in the order of the sequence; empty for what the lesson itself asks for
     * @param Chunk|null           $chunk   none where nothing of the piece is played
     * @param Chunk|null           $like    the chunk with the same notes that was taught before
     * @param array<string, float> $comfort tempo before the step, by instrument
     * @param Hardest|null         $hardest the move that holds the chunk back
     * @param bool                 $reading what is not read yet holds it, not that move
     * @param float                $lack    share of the chunk that is not read yet
     * @param Notice|null          $says    what the class is told, where the teacher has no words of their own
     * @param int                  $goesOn  tempo at which the class stopped in an earlier lesson; 0 where it begins
     * @param bool                 $isCut   the lesson has no time for all of its treads: it goes on in the next one
     * @param Notice|null          $listen  what the class listens for in its last coins
     * @param KnownPiece|null      $piece   another one, where that is played
     * @param OwnStep|null         $own     what the lesson asks for by itself, by which it can be left out; none for steps of the order
     */
    public function __construct(
        public string $id,
        public Step $step,
        public StepTime $time,
        public ?Chunk $chunk = null,
        public ?Chunk $like = null,
        public array $comfort = [],
        public ?Hardest $hardest = null,
        public bool $reading = false,
        public float $lack = 0.0,
        public ?Notice $says = null,
        public int $goesOn = 0,
        public bool $isCut = false,
        public ?OwnStep $own = null,
        public ?Notice $listen = null,
        public ?KnownPiece $piece = null,
    ) {
    }

    /** The same, as what the lesson asks for by itself. */
    public function asOwn(OwnStep $own): self
    {
        return $this->copy(own: $own);
    }

    /** Beats a minute of today's top; 0 where nothing is played. */
    public function top(): int
    {
        return $this->step->stair?->top() ?? 0;
    }
}
