<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Chunk\Rung;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Copies;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\Stair;

/**
 * One step of a sequence (handbook 6): what it is for and how it is done. What is played in it, when and how long, is told by what wraps
 * it: OrderedStep (as the teacher orders it), LessonStep (in the lesson in which it is planned) and TaughtStep (as a lesson keeps it).
 */
final readonly class Step
{
    use Copies;

    /**
     * @param Stair|null  $stair  none where nothing is played
     * @param Rung|null   $rung   of the ladder of a crossing
     * @param int         $turns  how often the stair is climbed, by different players
     * @param string      $prompt line for the class to see before it plays, in the teacher's own words
     * @param string      $figure rhythm that is played instead of the plain line, as it is typed; empty for the plain line
     * @param list<Round> $rounds before the stair, one go each
     * @param WarmUp|null $warmUp what is played where it is no chunk of the piece
     */
    public function __construct(
        public StepPurpose $purpose,
        public ?Stair $stair,
        public CoinRule $rule,
        public ?Rung $rung = null,
        public Mode $mode = Mode::Bow,
        public int $turns = 1,
        public string $prompt = '',
        public string $figure = '',
        public ?Who $who = null,
        public array $rounds = [],
        public ?WarmUp $warmUp = null,
        public Version $easier = Version::Written,
        public Version $fuller = Version::Written,
    ) {
    }

    public function who(): Who
    {
        return $this->who ?? Who::all();
    }

    public function playedBy(Who $who): self
    {
        return $this->copy(who: $who);
    }

    /** Its coins make the chunk itself more comfortable: not those on open strings. */
    public function practises(): bool
    {
        return $this->purpose->isPlayed() && null === $this->warmUp && true !== $this->rung?->isOnOpenStrings();
    }

    /** The tread on which it begins: so many under the one on which the class stopped; the first where it has not met it. */
    public function startTread(int $stoppedAt, int $treadsBack): int
    {
        return null === $this->stair || 0 === $stoppedAt ? 0 : max(0, $this->stair->treadAt($stoppedAt) - $treadsBack);
    }

    /** It is done when a class has reached its top. */
    public function isDone(int $reached): bool
    {
        return $reached > 0 && $reached >= ($this->stair?->top() ?? 0);
    }
}
