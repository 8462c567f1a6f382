<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Difficulty\MoveFamily;
use CoinStair\Core\Difficulty\MoveRow;
use CoinStair\Core\LeftHand\OpenStringPolicy;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\ByHand;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\OrderedStep;
use CoinStair\Core\Lesson\Others;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Lesson\Step;
use CoinStair\Core\Lesson\StepTime;
use CoinStair\Core\Lesson\Version;
use CoinStair\Core\Lesson\Who;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TaughtChunk;
use CoinStair\Core\Practice\Groups;
use CoinStair\Core\Practice\Practice;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Stair\CoinRule;

/** Puts a step of a lesson together: who plays it, what the others do, what the class is told, and why (handbook 6). */
final readonly class LessonSteps
{
    /** Measures from which on a chunk can be halved. */
    private const HALVED = 2;

    /**
     * @param Practice                $practice of those by whom the class's stair goes
     * @param array<string, Practice> $ofGroups of each group that is apart
     */
    public function __construct(
        private PieceForClass $of,
        private Aim $aim,
        private Groups $groups,
        private Practice $practice,
        private array $ofGroups,
    ) {
    }

    /**
     * @param int  $goesOn tempo at which the class stopped in an earlier lesson; 0 where it begins
     * @param bool $isCut  it goes on in the next lesson
     */
    public function ofClass(
        StepPurpose $purpose,
        Chunk $chunk,
        StepTime $time,
        ?OrderedStep $ordered = null,
        int $goesOn = 0,
        bool $isCut = false,
    ): LessonStep {
        $hand = $ordered->hand ?? new ByHand();
        $taught = $ordered?->taught;
        $hardest = $this->practice->hardest($chunk);
        $step = new Step(
            $purpose,
            $time->stair(),
            $time->rule ?? CoinRule::standard(),
            $taught?->rung,
            $hand->mode,
            $hand->turns,
            $hand->prompt,
            $hand->figure,
            $hand->who ?? (ChunkKind::Spot === $chunk->kind ? $this->withSpot($chunk, $hardest) : Who::all()),
            $time->rounds,
            null,
            $hand->easier ?? $this->easier($chunk, $purpose),
            $hand->fuller ?? $this->fuller($chunk, $purpose),
        );

        return new LessonStep(
            $ordered->id ?? '',
            $step,
            $time,
            $chunk,
            $taught?->like,
            $this->comfort($chunk),
            $hardest,
            $this->practice->comfort($chunk)->isHeldByReading(),
            $this->practice->lack($chunk),
            self::says($purpose, $taught, $hardest),
            $goesOn,
            $isCut,
        );
    }

    /** The own minutes of groups that would hold the rest back. */
    public function ofGroups(GroupStep $of): LessonStep
    {
        $practice = $this->ofGroups[$of->groups[0]->value];
        $hardest = $practice->hardest($of->chunk);
        $step = new Step(
            StepPurpose::Learn,
            $of->time->stair(),
            $of->time->rule ?? CoinRule::standard(),
            who: Who::only($of->groups, self::others($hardest)),
        );

        return new LessonStep(
            '',
            $step,
            $of->time,
            $of->chunk,
            comfort: $this->comfort($of->chunk),
            hardest: $hardest,
            reading: $practice->comfort($of->chunk)->isHeldByReading(),
            lack: $practice->lack($of->chunk),
            says: self::says(StepPurpose::Learn, null, $hardest),
        );
    }

    /** @return array<string, float> tempo of a chunk, by instrument */
    private function comfort(Chunk $chunk): array
    {
        $comfort = [];
        foreach ($this->groups->together as $instrument) {
            $comfort[$instrument->value] = $this->practice->comfort($chunk, [$instrument])->lesser();
        }
        foreach ($this->groups->apart as $name => $instrument) {
            $comfort[$name] = $this->ofGroups[$name]->comfort($chunk)->lesser();
        }

        return $comfort;
    }

    /** Those who have a spot: where they are not all, it is theirs, and the others have a task. */
    private function withSpot(Chunk $chunk, ?Hardest $hardest): Who
    {
        $goal = $this->aim->goal;
        $have = array_values(
            array_filter(
                $this->groups->together,
                fn (Instrument $one): bool => ($this->of->difficulty()->hardest($chunk, [$one])?->tempo() ?? $goal) < $goal,
            ),
        );

        return [] === $have || \count($have) === \count($this->groups->together) ? Who::all() : Who::only($have, self::others($hardest));
    }

    private static function others(?Hardest $hardest): Others
    {
        return match ($hardest?->move->row->family()) {
            MoveFamily::Bow, MoveFamily::Crossing => Others::AirBow,
            default => Others::FingerAlong,
        };
    }

    private function easier(Chunk $chunk, StepPurpose $purpose): Version
    {
        if (!$purpose->isLearned()) {
            return Version::Written;
        }
        $fourth = array_filter(
            [Instrument::Violin, Instrument::Viola],
            fn (Instrument $one): bool => \in_array($one, $this->groups->together, true)
                && $this->of->difficulty()->has($chunk, MoveRow::Fourth, $one),
        );

        return match (true) {
            SlowGroup::Ease === $this->aim->slow && [] !== $this->groups->apart => Version::Eased,
            [] !== $fourth => Version::OpenStrings,
            $chunk->lastPosition() - $chunk->from->position + 1 >= self::HALVED => Version::Half,
            default => Version::Written,
        };
    }

    private function fuller(Chunk $chunk, StepPurpose $purpose): Version
    {
        $piece = $this->of->piece;
        $canFourth = $this->of->policies->year() > 1 && OpenStringPolicy::Open === $this->of->policies->hands->openStrings;
        $repeats = array_filter($piece->measures, static fn ($measure): bool => $measure->repeatTimes > 1 || [] !== $measure->jumps);

        return match (true) {
            StepPurpose::Run === $purpose && $chunk->isWhole($piece) && [] !== $repeats => Version::Repeats,
            $purpose->isLearned() && $canFourth => Version::FourthFingers,
            default => Version::Written,
        };
    }

    private static function says(StepPurpose $purpose, ?TaughtChunk $taught, ?Hardest $hardest): Notice
    {
        $rung = $taught?->rung;

        return match (true) {
            null !== $rung && $rung->isOnOpenStrings() => new Notice(0, 0, $rung->prompt()),
            StepPurpose::Find === $purpose => new Notice(0, 0, 'the same notes again: find them'),
            StepPurpose::Join === $purpose => new Notice(0, 0, 'no stop at the seam'),
            StepPurpose::Review === $purpose => new Notice(0, 0, 'as it went last time'),
            StepPurpose::Run === $purpose => new Notice(0, 0, 'keep going, whatever comes'),
            null !== $hardest => new Notice(0, 0, $hardest->move->row->prompt(), $hardest->move->reason->parameters),
            default => new Notice(0, 0, 'listen, then play'),
        };
    }
}
