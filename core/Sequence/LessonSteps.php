<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Chunk\ChunkKind;
use CoinStair\Core\Difficulty\Hardest;
use CoinStair\Core\Difficulty\MoveFamily;
use CoinStair\Core\Difficulty\MoveRow;
use CoinStair\Core\Form\Canon;
use CoinStair\Core\LeftHand\OpenStringPolicy;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\ByHand;
use CoinStair\Core\Lesson\Habit;
use CoinStair\Core\Lesson\LessonStep;
use CoinStair\Core\Lesson\OrderedStep;
use CoinStair\Core\Lesson\Others;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Lesson\Step;
use CoinStair\Core\Lesson\StepTime;
use CoinStair\Core\Lesson\Version;
use CoinStair\Core\Lesson\Who;
use CoinStair\Core\Lesson\WhoKind;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Method\TaughtChunk;
use CoinStair\Core\Practice\Groups;
use CoinStair\Core\Practice\Practice;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Place;
use CoinStair\Core\Stair\CoinRule;

/** Puts a step of a lesson together: who plays it, what the others do, what the class is told, and why (handbook 6). */
final readonly class LessonSteps
{
    /** Measures from which on a chunk can be halved. */
    private const HALVED = 2;
    /** Measures for one that is too much for a group, so that it is eased in that one alone. */
    private const FEW = 3;
    private const LISTEN = 'listen, then play';

    /**
     * @param Practice                $practice of those by whom the class's stair goes
     * @param array<string, Practice> $ofGroups of each group that is apart
     * @param Prompts|null            $prompts  that are told before something is learned; only the plainest where none are given
     * @param ListenFor|null          $listen   what is listened for in the last coins; nothing where none is given
     */
    public function __construct(
        private PieceForClass $of,
        private Aim $aim,
        private Groups $groups,
        private Practice $practice,
        private array $ofGroups,
        private ?Prompts $prompts = null,
        private ?ListenFor $listen = null,
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
        $who = $hand->who ?? $this->whoPlays($chunk, $hardest);
        $eased = [] === $who->instruments ? $this->eased($chunk, $time) : [];
        $step = new Step(
            $purpose,
            $time->stair(),
            $time->rule ?? CoinRule::standard(),
            $taught?->rung,
            $hand->mode,
            $hand->turns,
            $hand->prompt,
            $hand->figure,
            $who,
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
            Notice::joined([
                $this->says($purpose, $taught, $chunk, $this->playing($chunk, $who, $eased), $who),
                ...$this->easedLines($chunk, $eased, $time->top()->tempo ?? 0),
            ]),
            $goesOn,
            $isCut,
            listen: $this->listensFor($purpose, $taught, $chunk, $time),
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
            says: null === $this->prompts
                ? Notice::word(self::LISTEN)
                : $this->prompts->of($of->chunk, $of->groups, $this->practices($of->groups)),
        );
    }

    /** @return array<string, float> tempo of a chunk, by instrument */
    private function comfort(Chunk $chunk): array
    {
        $comfort = [];
        foreach ($this->groups->together as $instrument) {
            $comfort[$instrument->value] = $this->practice->comfort($chunk, $instrument)->lesser();
        }
        foreach ($this->groups->apart as $name => $instrument) {
            $comfort[$name] = $this->ofGroups[$name]->comfort($chunk)->lesser();
        }

        return $comfort;
    }

    private function whoPlays(Chunk $chunk, ?Hardest $hardest): Who
    {
        return match (true) {
            ChunkKind::Spot === $chunk->kind => $this->withSpot($chunk, $hardest),
            true === $this->of->round?->isBehind($chunk->to) => Who::of(WhoKind::Parts),
            default => Who::all(),
        };
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
            MoveFamily::Rhythm => Others::Count,
            default => Others::FingerAlong,
        };
    }

    /** Where its last tread asks for more than one coin. */
    private function listensFor(StepPurpose $purpose, ?TaughtChunk $taught, Chunk $chunk, StepTime $time): ?Notice
    {
        $isLong = $purpose->isLearned() && ChunkKind::Spot !== $chunk->kind && null === $taught?->rung && ($time->top()->coins ?? 0) > 1;

        return $isLong ? $this->listen?->of($chunk) : null;
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
        $isPhrase = StepPurpose::Learn === $purpose && $chunk->lastPosition() - $chunk->from->position + 1 >= self::HALVED;
        $repeats = array_filter($piece->measures, static fn ($measure): bool => $measure->repeatTimes > 1 || [] !== $measure->jumps);

        return match (true) {
            StepPurpose::Run === $purpose && $chunk->isWhole($piece) && [] !== $repeats => Version::Repeats,
            $purpose->isLearned() && $canFourth => Version::FourthFingers,
            $isPhrase && $this->of->policies->has(Habit::QuickOnes) => Version::Memory,
            default => Version::Written,
        };
    }

    /** @param list<Instrument> $playing what is written */
    private function says(StepPurpose $purpose, ?TaughtChunk $taught, Chunk $chunk, array $playing, Who $who): Notice
    {
        $rung = $taught?->rung;

        return match (true) {
            null !== $rung && $rung->isOnOpenStrings() => Notice::word($rung->prompt()),
            StepPurpose::Find === $purpose => Notice::word($this->found($chunk, $taught?->like, $playing)),
            StepPurpose::Join === $purpose => Notice::word('no stop at the seam'),
            StepPurpose::Review === $purpose => Notice::word('as it went last time'),
            StepPurpose::Run === $purpose && null !== $this->of->round => $this->inGroups($this->of->round, $who),
            StepPurpose::Run === $purpose => Notice::word('keep going, whatever comes'),
            null === $this->prompts, [] === $playing => Notice::word(self::LISTEN),
            default => $this->prompts->of($chunk, $playing, $this->practices($playing)),
        };
    }

    /** How a round is played: in unison, in two groups, as it is written. */
    private function inGroups(Canon $canon, Who $who): Notice
    {
        return match ($who->kind) {
            WhoKind::Halves => new Notice(0, 0, 'in two groups: the second begins when the first is in measure {measure}', [
                'measure' => MeasureNumbers::of($this->of->piece)->at($canon->every),
            ]),
            WhoKind::Parts => Notice::word('as it is written: count, and come in with the line'),
            default => Notice::word('all together, in unison'),
        };
    }

    /** @param list<Instrument> $playing */
    private function found(Chunk $chunk, ?Chunk $like, array $playing): string
    {
        $turned = null === $like ? null : $this->of->startingBows()->turned($chunk, $like, $playing);

        return $turned ?? 'the same notes again: find them';
    }

    /**
     * Who plays what is written, if only in part of the step; who rests is told nothing.
     *
     * @param array<string, int> $eased as eased() tells them
     *
     * @return list<Instrument>
     */
    private function playing(Chunk $chunk, Who $who, array $eased): array
    {
        $all = [] === $who->instruments ? [...$this->groups->together, ...array_values($this->groups->apart)] : $who->instruments;

        return array_values(array_filter(
            $all,
            fn (Instrument $one): bool => 0 !== ($eased[$one->value] ?? null)
                && $this->of->piece->sounds($one, $chunk->from->position, $chunk->lastPosition() + 1),
        ));
    }

    /**
     * @param list<Instrument> $instruments
     *
     * @return array<string, Practice> by instrument
     */
    private function practices(array $instruments): array
    {
        $practices = [];
        foreach ($instruments as $instrument) {
            $practices[$instrument->value] = $this->ofGroups[$instrument->value] ?? $this->practice;
        }

        return $practices;
    }

    /**
     * The groups that are apart for which a step becomes too quick.
     *
     * @return array<string, int> the tempo up to which each plays what is written; 0 where it does not at all
     */
    private function eased(Chunk $chunk, StepTime $time): array
    {
        $eased = [];
        foreach (array_keys($this->groups->apart) as $name) {
            $most = ClassState::asWritten($this->ofGroups[$name], $chunk);
            $written = array_filter($time->tempos(), static fn (int $tempo): bool => $tempo <= $most);
            if (\count($written) < \count($time->treads)) {
                $eased[$name] = [] === $written ? 0 : max($written);
            }
        }

        return $eased;
    }

    /**
     * @param array<string, int> $eased as eased() tells them
     * @param int                $top   beats a minute of the last tread
     *
     * @return list<Notice> what these groups play
     */
    private function easedLines(Chunk $chunk, array $eased, int $top): array
    {
        $alike = $lines = [];
        foreach ($eased as $name => $tempo) {
            $line = $this->easedIn($chunk, $this->groups->apart[$name], $top);
            $key = $tempo.$line->text();
            $alike[$key][] = $this->groups->apart[$name];
            $lines[$key] = [$tempo, $line];
        }

        return array_values(array_map(
            static fn (array $groups, array $of): Notice => new Notice(
                0,
                0,
                0 === $of[0] ? '{who}: {eased}' : '{who}: as written up to {tempo}, then {eased}',
                ['who' => Prompt::groups($groups), 'tempo' => (string) $of[0], 'eased' => $of[1]],
            ),
            $alike,
            $lines,
        ));
    }

    /** What a group plays that is eased: where few measures are too much for it, in these alone. */
    private function easedIn(Chunk $chunk, Instrument $group, int $top): Notice
    {
        $piece = $this->of->piece;
        if (array_any($piece->parts, static fn (Part $part): bool => $part->eased && $part->instrument === $group)) {
            return Notice::word('the eased part');
        }
        $hard = [];
        $positions = range($chunk->from->position, $chunk->lastPosition());
        foreach ($positions as $position) {
            $measure = Chunk::of($piece, ChunkKind::Measure, Place::of($position), Place::of($position + 1));
            if (ClassState::asWritten($this->ofGroups[$group->value], $measure) < $top) {
                $hard[] = $position;
            }
        }
        if ([] === $hard || (\count($positions) > 1 && self::FEW * \count($hard) > \count($positions))) {
            return Notice::word('the first note of each measure');
        }
        $numbers = MeasureNumbers::of($piece);

        return new Notice(0, 0, 'in {measures} only the first note', ['measures' => implode(', ', array_map($numbers->at(...), $hard))]);
    }
}
