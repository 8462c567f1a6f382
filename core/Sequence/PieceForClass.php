<?php

declare(strict_types=1);

namespace CoinStair\Core\Sequence;

use CoinStair\Core\Difficulty\Difficulty;
use CoinStair\Core\Difficulty\Newness;
use CoinStair\Core\Difficulty\ReadingLimit;
use CoinStair\Core\Form\Canon;
use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\Lesson\Aim;
use CoinStair\Core\Lesson\ClassPolicies;
use CoinStair\Core\Lesson\Habit;
use CoinStair\Core\Lesson\WarmUp;
use CoinStair\Core\Memory\Fingerprint;
use CoinStair\Core\Memory\Memory;
use CoinStair\Core\Memory\NoMemory;
use CoinStair\Core\Practice\FirstReading;
use CoinStair\Core\Practice\NewMusic;
use CoinStair\Core\Practice\Practice;
use CoinStair\Core\RightHand\BowFronts;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Override;
use CoinStair\Core\Score\Overrides;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\RhythmPattern;
use CoinStair\Core\Skill\PieceFacts;
use CoinStair\Core\Skill\SkillPrompts;
use CoinStair\Core\Standing\PastLesson;
use CoinStair\Core\Standing\Standing;
use CoinStair\Core\WarmUp\WarmUpMusic;
use CoinStair\Core\WarmUp\WarmUps;

/**
 * One piece for one class: score, hands, form, spots, tree, order, stair and time, each link made once and only when it is asked for.
 * Screens, commands and planners ask this, so that all of them say the same.
 */
final class PieceForClass
{
    private ?Likeness $likeness = null;
    /** @var array{Canon|null}|null */
    private ?array $canon = null;
    /** The round of which this is what is learned in unison. */
    public ?Canon $round = null;
    private ?Difficulty $difficulty = null;
    /** @var non-empty-list<Instrument>|null */
    private ?array $counting = null;
    /** @var array<string, BothHands> by fingerprint */
    private array $hands = [];
    /** What is told before its chunks are learned is reckoned too. */
    private bool $tells = true;
    private ?SkillPrompts $skills = null;
    /** @var array<string, list<string>>|null */
    private ?array $strings = null;
    private ?StartingBows $bows = null;
    private ?WarmUps $warmUps = null;
    /** Its parts often go the same way on the bow. */
    private readonly BowFronts $fronts;

    /**
     * @param array<string, list<Override>> $overrides by instrument
     * @param list<PastLesson>              $past      the class's lessons on the piece, in order
     */
    private function __construct(
        public readonly Piece $piece,
        public readonly ClassPolicies $policies,
        public readonly Standing $standing,
        public readonly int $goal,
        private readonly string $score,
        private readonly array $overrides,
        private readonly Memory $memory,
        public readonly array $past = [],
    ) {
        $this->fronts = new BowFronts();
    }

    /**
     * @param int                           $goal      of the piece, in beats a minute
     * @param string                        $score     hash of the score; what is remembered lies under it
     * @param array<string, list<Override>> $overrides of the class's teacher, by instrument
     * @param list<PastLesson>              $past      the class's lessons on the piece, in order
     */
    public static function of(
        Piece $piece,
        ClassPolicies $policies,
        Standing $standing,
        int $goal,
        string $score = '',
        array $overrides = [],
        ?Memory $memory = null,
        array $past = [],
    ): self {
        return new self($piece, $policies, $standing, $goal, $score, $overrides, $memory ?? new NoMemory(), $past);
    }

    /** The piece with a rhythm on each of its tones. Its notes are others: what was set of the written ones does not meet them. */
    public function inRhythm(RhythmPattern $pattern): self
    {
        return $this->playing($pattern->apply($this->piece));
    }

    /**
     * Other music for the same class, such as a warm-up made from it: what was set of the written notes does not meet it, and what is
     * reckoned of it is not of the piece.
     */
    public function playing(Piece $piece): self
    {
        $score = hash('xxh128', serialize($piece));

        return $this->with($piece, $score, [], new NoMemory());
    }

    /**
     * @param array<string, list<Override>> $overrides by instrument
     * @param list<PastLesson>              $past
     */
    private function with(Piece $piece, string $score, array $overrides, Memory $memory, array $past = []): self
    {
        return new self($piece, $this->policies, $this->standing, $this->goal, $score, $overrides, $memory, $past);
    }

    /** The same without what is told before its chunks are learned, for who only wants to know how long they take. */
    public function withoutPrompts(): self
    {
        $same = clone $this;
        $same->tells = false;
        $same->warmUps = null;

        return $same;
    }

    /** The round that it is; none where it is no round. */
    public function canon(): ?Canon
    {
        return null !== $this->round ? null : ($this->canon ??= [Canon::find($this->piece)])[0];
    }

    /** As it is learned: a round in unison; all else as it is written. */
    public function asLearned(): self
    {
        $canon = $this->canon();
        if (null === $canon) {
            return $this;
        }
        $score = '' === $this->score ? '' : $this->score.'-unison';
        $same = $this->with($canon->inUnison($this->piece), $score, $this->overrides, $this->memory, $this->past);
        $same->tells = $this->tells;
        $same->round = $canon;

        return $same;
    }

    public function likeness(): Likeness
    {
        return $this->likeness ??= Likeness::of($this->piece);
    }

    /**
     * The hands of one instrument; its part is derived where the score has none.
     *
     * @param string   $part  id, where an instrument has several; its first if none is named
     * @param int|null $tempo beats a minute; the goal if none is named
     *
     * @throws \InvalidArgumentException for an instrument without strings
     */
    public function hands(Instrument $instrument, string $part = '', ?int $tempo = null): BothHands
    {
        $tempo ??= $this->goal;
        $fingerprint = $this->handsFingerprint($instrument, $part, $tempo);

        return $this->hands[$fingerprint->key()] ??= $this->memory->remember($fingerprint, function () use (
            $instrument,
            $part,
            $tempo,
        ): BothHands {
            $only = $this->piece->part($part);
            $piece = null === $only ? $this->piece : $this->piece->withParts([$only]);
            $overrides = Overrides::of($this->overrides[$instrument->value] ?? []);

            $known = $this->standing->known($instrument);

            return BothHands::of($piece, $instrument, $this->policies->hands, $tempo, $overrides, $known, $this->fronts);
        });
    }

    /**
     * The hands of all parts of one instrument. Whoever plays an eased part does not hold the others back: it stands for them.
     *
     * @return non-empty-list<BothHands>
     *
     * @throws \InvalidArgumentException for an instrument without strings
     */
    public function handsOfAll(Instrument $instrument): array
    {
        $parts = array_values(array_filter($this->piece->parts, static fn (Part $part): bool => $part->instrument === $instrument));
        $parts = array_values(array_filter($parts, static fn (Part $part): bool => $part->eased)) ?: $parts;
        if ([] === $parts) {
            return [$this->hands($instrument)];
        }

        return array_map(fn (Part $part): BothHands => $this->hands($instrument, $part->id), $parts);
    }

    /** All that the hands of an instrument follow from. */
    public function handsFingerprint(Instrument $instrument, string $part = '', ?int $tempo = null): Fingerprint
    {
        return Fingerprint::of('hands')
            ->with('score', $this->score)
            ->with('part', $part)
            ->with('instrument', $instrument->value)
            ->with('policies', $this->policies->hands->fingerprint())
            ->with('tempo', $tempo ?? $this->goal)
            ->with('overrides', Override::told($this->overrides[$instrument->value] ?? []))
            ->with('known', $this->standing->known($instrument));
    }

    /** What is hard in it, for every part of every string instrument. */
    public function difficulty(): Difficulty
    {
        $reckon = fn (): Difficulty => $this->difficultyAfter([]);

        return $this->difficulty ??= $this->memory->remember($this->fingerprint('difficulty'), $reckon);
    }

    /**
     * The same after lessons in which places on the fingerboard were met.
     *
     * @param array<string, array<string, Newness>> $since what they have become, by instrument and place
     */
    public function difficultyAfter(array $since): Difficulty
    {
        $hands = [];
        foreach ($this->piece->isOutline() ? [] : Instrument::strings() as $instrument) {
            array_push($hands, ...$this->handsOfAll($instrument));
        }

        return Difficulty::of($this->piece, $hands, [], $this->standing->introduced(), $since);
    }

    /** All that the difficulty of the piece for the class follows from: the start of the fingerprint of whatever is made of it. */
    public function fingerprint(string $what): Fingerprint
    {
        return Fingerprint::of($what)
            ->with('score', $this->score)
            ->with('policies', $this->policies->hands->fingerprint())
            ->with('goal', $this->goal)
            ->with('overrides', array_map(Override::told(...), $this->overrides))
            ->with('places', $this->standing->places());
    }

    /** All that a plan of the piece for the class follows from, but for what it is cut into and goes for. */
    public function planFingerprint(string $what): Fingerprint
    {
        return $this->fingerprint($what)
            ->with('class', $this->policies)
            ->with('standing', $this->standing)
            ->with('past', $this->past);
    }

    /** What a sequence of the class goes for where nobody chose anything else. */
    public function aim(?int $goal = null): Aim
    {
        return new Aim($goal ?? $this->goal, $this->policies->instruments, $this->policies->slow, $this->policies->contact);
    }

    /**
     * What some instruments bring to the piece before any practice.
     *
     * @param list<Instrument> $who
     */
    public function practice(Aim $aim, array $who): Practice
    {
        $year = $this->policies->year();
        $music = new NewMusic($this->piece, $this->likeness(), $year, $this->difficulty()->weights);
        // Where a teacher typed how comfortable all is, that holds. A lower goal for this week makes nothing easier to read.
        $reading = null === $aim->comfort ? new FirstReading($music, ReadingLimit::of($year, max($this->goal, $aim->goal))) : null;

        return new Practice($this->piece, $music, $this->difficulty(), $who, $aim->goal, $reading, $aim->comfort);
    }

    /** How the bow starts its chunks. */
    public function startingBows(): StartingBows
    {
        return $this->bows ??= new StartingBows(
            fn (Instrument $instrument): array => $this->handsOfAll($instrument)[0]->bowing->strokes,
            $this->policies->players,
        );
    }

    /** What is told before its chunks are learned. */
    public function prompts(int $goal): Prompts
    {
        return new Prompts($this->skillsToTell(), $this->policies->players, $this->policies->year(), $goal);
    }

    /** What the class listens for in the last coins of a step; none where its teacher leaves that out. */
    public function listenFor(): ?ListenFor
    {
        if (!$this->tells || $this->piece->isOutline() || !$this->policies->has(Habit::ListenFor)) {
            return null;
        }
        $hands = array_map(fn (Instrument $instrument): BothHands => $this->handsOfAll($instrument)[0], $this->policies->instruments);

        return new ListenFor($hands, $this->policies->players);
    }

    /** What can be told of the skills that it holds, and where. */
    public function skillsToTell(): SkillPrompts
    {
        return $this->tells ? $this->skillsFound() : SkillPrompts::none();
    }

    /**
     * The rhythms that the class has never met, where its teacher has them said before they are played.
     *
     * @return array<int, array<string, true>> codes by the position of each measure that holds one
     */
    public function newRhythms(): array
    {
        $measures = [];
        foreach ($this->policies->has(Habit::SayRhythm) ? $this->standing->newRhythms : [] as $name => $codes) {
            foreach ($codes as $code) {
                foreach ($this->skillsFound()->measuresOf(Instrument::from($name), $code) as $position) {
                    $measures[$position][$code] = true;
                }
            }
        }

        return $measures;
    }

    private function skillsFound(): SkillPrompts
    {
        $instruments = $this->policies->instruments;

        return $this->skills ??= $this->memory->remember(
            $this->fingerprint('prompts')->with('instruments', $instruments),
            function () use ($instruments): SkillPrompts {
                $hands = [];
                foreach ($this->piece->isOutline() ? [] : $instruments as $instrument) {
                    array_push($hands, ...$this->handsOfAll($instrument));
                }

                return SkillPrompts::in(PieceFacts::of($this->piece, $hands), $instruments, \count($this->piece->measures));
            },
        );
    }

    /** The warm-ups that can be made from it. */
    public function warmUps(): WarmUps
    {
        return $this->warmUps ??= new WarmUps($this->piece, $this->policies, $this->difficulty(), $this->skillsToTell(), $this->strings());
    }

    /** @return array<string, list<string>> letters of the strings that each instrument of the class uses, the most used first */
    private function strings(): array
    {
        $instruments = $this->policies->instruments;

        return $this->strings ??= $this->memory->remember(
            $this->fingerprint('strings')->with('instruments', $instruments),
            fn (): array => $this->difficulty()->strings($instruments),
        );
    }

    /** What is played of a warm-up: one part for each instrument of the class. */
    public function musicOf(WarmUp $warmUp): Piece
    {
        return WarmUpMusic::write($this->piece, $warmUp, $this->policies->instruments, $this->strings());
    }

    /**
     * The instruments that decide what is comfortable, for want of a teacher's choice: those of the class, but for one whose part was
     * only derived from the tune and that alone would hold the others to less than half of what they can do.
     *
     * @return non-empty-list<Instrument>
     */
    public function counting(): array
    {
        $fingerprint = $this->fingerprint('counting')->with('instruments', $this->policies->instruments);

        return $this->counting ??= $this->memory->remember(
            $fingerprint,
            fn (): array => Counting::of($this->piece, $this->difficulty(), $this->policies->instruments, $this->goal),
        );
    }
}
