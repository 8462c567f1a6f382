<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\LeftHand\Candidate;
use CoinStair\Core\LeftHand\EqualMeasures;
use CoinStair\Core\LeftHand\Fingering;
use CoinStair\Core\LeftHand\FingeringPolicy;
use CoinStair\Core\LeftHand\FingerMark;
use CoinStair\Core\LeftHand\FingerMarks;
use CoinStair\Core\LeftHand\Line;
use CoinStair\Core\LeftHand\Reasons;
use CoinStair\Core\RightHand\BowFronts;
use CoinStair\Core\RightHand\Bowing;
use CoinStair\Core\RightHand\BowPath;
use CoinStair\Core\RightHand\BowUse;
use CoinStair\Core\RightHand\HandNotice;
use CoinStair\Core\RightHand\ReturningBows;
use CoinStair\Core\RightHand\StrokeMark;
use CoinStair\Core\RightHand\Strokes;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Override;
use CoinStair\Core\Score\OverrideKind;
use CoinStair\Core\Score\Overrides;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;

/** Both hands of one instrument in a piece, under the policies of a class (handbook 3 and 4). */
final readonly class BothHands
{
    /**
     * @param Piece                  $piece       with the part of the instrument, derived where the score has none
     * @param float                  $second      seconds a tick
     * @param list<list<FingerMark>> $fingerMarks of each note
     * @param list<list<StrokeMark>> $strokeMarks of each stroke: those of its direction and of its way
     * @param list<HandNotice>       $notices
     * @param list<Override>         $lost        overrides whose note is gone or another
     * @param list<self>             $divided     the hands of the part's other voices
     * @param list<string>|null      $known       places that the class knows; none where nothing is known of a class
     * @param array<int, true>       $first       notes on which a place is met that the class does not know; where nothing is
     *                                            known of it, for the first time
     */
    private function __construct(
        public Piece $piece,
        public Part $part,
        public HandPolicies $policies,
        public FingeringPolicy $fingeringPolicy,
        public float $second,
        public Fingering $fingering,
        public array $fingerMarks,
        public Bowing $bowing,
        public BowPath $path,
        public array $strokeMarks,
        public array $notices,
        public array $lost,
        public array $divided,
        public ?array $known,
        private array $first,
    ) {
    }

    /**
     * @param int               $tempo  beats a minute
     * @param list<string>|null $known  places that the class knows, as FingerMarks::place() names them; none where nothing is known of a
     *                                  class: then nothing is new
     * @param BowFronts         $fronts of other parts of the piece
     *
     * @throws \InvalidArgumentException for an instrument without strings
     */
    public static function of(
        Piece $piece,
        Instrument $instrument,
        HandPolicies $policies,
        int $tempo,
        ?Overrides $overrides = null,
        ?array $known = null,
        BowFronts $fronts = new BowFronts(),
    ): self {
        $second = 60 / $tempo / $piece->beatTicks;
        $overrides ??= Overrides::none();
        [$piece, $part, $derived] = self::part($piece, $instrument, $policies);
        $voices = Line::voices($part);
        $divided = [];
        foreach (\array_slice($voices, 1) as $voice) {
            $divided[] = self::voice($piece, $part, $policies, $instrument, $second, $voice, $overrides, $known, $fronts);
        }

        return self::voice($piece, $part, $policies, $instrument, $second, $voices[0], $overrides, $known, $fronts, $derived, $divided);
    }

    /**
     * The hands of every part of some instruments; of an instrument that has none a part is derived.
     *
     * @param list<Instrument> $instruments
     * @param int              $tempo       beats a minute
     *
     * @return list<self> none for an outline, of which no hands are known
     */
    public static function ofEach(Piece $piece, array $instruments, HandPolicies $policies, int $tempo): array
    {
        $all = [];
        $fronts = new BowFronts();
        foreach ($piece->isOutline() ? [] : $instruments as $instrument) {
            $parts = array_values(array_filter($piece->parts, static fn (Part $part): bool => $part->instrument === $instrument));
            foreach ([] === $parts ? [$piece] : array_map(static fn (Part $part): Piece => $piece->withParts([$part]), $parts) as $one) {
                $all[] = self::of($one, $instrument, $policies, $tempo, fronts: $fronts);
            }
        }

        return $all;
    }

    public function reason(int $note): Notice
    {
        return Reasons::tell($this->fingering, $note, $this->fingeringPolicy);
    }

    /**
     * A finger that is shown where only what is new is shown: a place that the class has not met, one that is printed, one that was set.
     */
    public function isToBeShown(int $note): bool
    {
        return isset($this->first[$note])
            || \in_array(FingerMark::Printed, $this->fingerMarks[$note], true)
            || \in_array(FingerMark::Override, $this->fingerMarks[$note], true);
    }

    public function instrument(): Instrument
    {
        return $this->fingeringPolicy->instrument;
    }

    /** @return non-empty-list<self> the hands of each voice of the part, this first */
    public function voices(): array
    {
        return [$this, ...$this->divided];
    }

    /** @return list<string> ids of the notes that are shown where only what is new to the class is shown, each once */
    public function freshNotes(): array
    {
        $fresh = [];
        foreach ($this->voices() as $voice) {
            foreach ($voice->fingering->notes as $index => $note) {
                if ($voice->isToBeShown($index)) {
                    $fresh[] = $note->id;
                }
            }
        }

        return array_values(array_unique($fresh));
    }

    /**
     * Every place that the instrument has for a note, those of the class's hands first; each string and finger once.
     *
     * @return list<array{choice: Candidate, position: string, outside: bool}>
     */
    public function places(int $note): array
    {
        $places = [];
        $pitch = $this->fingering->notes[$note]->pitch;
        $allowed = \count($this->fingeringPolicy->hands());
        foreach ($this->fingering->everywhere->candidates($pitch) as $choice) {
            $key = $choice->string.' '.$choice->finger;
            if (!isset($places[$key]) || $choice->hand < $places[$key]['choice']->hand) {
                $places[$key] = [
                    'choice' => $choice,
                    'position' => $choice->isOpen() ? 'I' : $this->fingering->hands[$choice->hand]->position,
                    'outside' => $choice->hand >= $allowed,
                ];
            }
        }
        usort($places, static fn (array $one, array $other): int => $one['choice']->hand <=> $other['choice']->hand);

        return $places;
    }

    /**
     * The least that has to be set for a note to be taken so: the finger if it tells, else the string, else both.
     *
     * @return list<Override>
     */
    public function overridesFor(int $note, Candidate $choice): array
    {
        $places = array_column($this->places($note), 'choice');
        $line = $this->fingering->notes[$note];
        $string = Override::of(
            $line->id,
            $line->pitch->name(),
            OverrideKind::String,
            $this->fingering->fingerboard->stringName($choice->string),
        );
        $finger = Override::of($line->id, $line->pitch->name(), OverrideKind::Finger, (string) $choice->finger);
        if (1 === \count(array_filter($places, static fn (Candidate $one): bool => $one->finger === $choice->finger))) {
            return [$finger];
        }

        return 1 === \count(array_filter($places, static fn (Candidate $one): bool => $one->string === $choice->string))
            ? [$string]
            : [$string, $finger];
    }

    /** Index of a note in the line; none if this voice has no such note. */
    public function indexOf(string $note): ?int
    {
        foreach ($this->fingering->notes as $index => $line) {
            if ($line->id === $note) {
                return $index;
            }
        }

        return null;
    }

    /** Index of the stroke that holds a note; none if it is plucked. */
    public function strokeOf(string $note): ?int
    {
        foreach ($this->bowing->strokes as $index => $step) {
            if (\in_array($note, $step->stroke->notes, true)) {
                return $index;
            }
        }

        return null;
    }

    /**
     * @param list<string>|null $known
     * @param list<HandNotice>  $derived
     * @param list<self>        $divided
     */
    private static function voice(
        Piece $piece,
        Part $part,
        HandPolicies $policies,
        Instrument $instrument,
        float $second,
        int $voice,
        Overrides $overrides,
        ?array $known,
        BowFronts $fronts,
        array $derived = [],
        array $divided = [],
    ): self {
        $policy = $policies->fingering($instrument, $second);
        $fingering = EqualMeasures::alike(Fingering::of(Line::read($piece, $part, $voice, $overrides), $policy), $policy);
        $bowing = Bowing::of($piece, Strokes::read($piece, $part, $voice, $overrides), $policies->bowing);
        $path = BowPath::of($bowing->strokes, $policies->amount, $policies->start, $fronts);
        [$used, $notices] = BowUse::reckon($bowing->strokes, $path, $instrument, $second, $policies->level);
        $strokeMarks = [];
        foreach ($bowing->strokes as $index => $stroke) {
            $strokeMarks[] = [...$stroke->marks, ...$used[$index]];
        }
        $classes = EqualMeasures::classes($fingering->notes);
        $returns = ReturningBows::find($piece, $bowing->strokes, $classes, $second, $policies->level);
        $all = [...$derived, ...self::leftHandNotices($fingering, $policy), ...$bowing->notices, ...$returns, ...$notices];
        foreach ($divided as $other) {
            array_push($all, ...$other->notices);
        }

        return new self(
            $piece,
            $part,
            $policies,
            $policy,
            $second,
            $fingering,
            FingerMarks::find($fingering, $policy, $known),
            $bowing,
            $path,
            $strokeMarks,
            $all,
            $overrides->lost($part),
            $divided,
            $known,
            self::first($fingering, $known),
        );
    }

    /**
     * @param list<string>|null $known
     *
     * @return array<int, true>
     */
    private static function first(Fingering $fingering, ?array $known): array
    {
        $first = [];
        $met = array_fill_keys($known ?? [], true);
        foreach ($fingering->choices as $index => $choice) {
            $place = null === $choice ? '' : FingerMarks::place($fingering, $choice);
            if (null !== $choice && !isset($met[$place])) {
                $first[$index] = true;
                if (null === $known) {
                    $met[$place] = true;
                }
            }
        }

        return $first;
    }

    /** @return array{Piece, Part, list<HandNotice>} */
    private static function part(Piece $piece, Instrument $instrument, HandPolicies $policies): array
    {
        foreach ($piece->parts as $part) {
            if ($part->instrument === $instrument) {
                return [$piece, $part, []];
            }
        }
        $derived = PartsFromLine::of($piece, [$instrument], $policies);

        return [
            $derived->piece,
            $derived->piece->parts[0],
            array_map(static fn (Notice $notice): HandNotice => new HandNotice('derived', $notice, 0, 0), $derived->notices),
        ];
    }

    /** @return list<HandNotice> */
    private static function leftHandNotices(Fingering $fingering, FingeringPolicy $policy): array
    {
        $notices = [];
        foreach ($fingering->troubles as $index => $troubles) {
            $note = $fingering->notes[$index];
            foreach ($troubles as $trouble) {
                $notices[] = new HandNotice(
                    $trouble->value,
                    Reasons::trouble($fingering, $index, $trouble, $policy),
                    $note->position,
                    $note->offset,
                );
            }
        }

        return $notices;
    }
}
