<?php

declare(strict_types=1);

namespace CoinStair\Core\LeftHand;

use CoinStair\Core\Score\Notice;

/** What a teacher would say of a finger, once it is known what decided for it: words that help, not the name of a cost (handbook 3). */
final readonly class FingerAdvice
{
    /** Notes that are looked through for the one for which a hand is opened or moved. */
    private const AHEAD = 32;

    private function __construct(private Fingering $fingering, private int $index, private Candidate $choice)
    {
    }

    /**
     * @param string    $decisive what is paid for in FingeringCost; "tie" where nothing decided
     * @param Candidate $other    the next best place
     */
    public static function tell(Fingering $fingering, int $index, string $decisive, Candidate $other): Notice
    {
        $choice = $fingering->choices[$index];
        \assert(null !== $choice);
        $self = new self($fingering, $index, $choice);

        return match (true) {
            'repeated' === $decisive => new Notice(0, 0, 'The same note in the same place.'),
            $choice->isOpen() => $self->ofOpenString(),
            $self->isNaturalFourth() && \in_array($decisive, ['crossing', 'open'], true) => $self->ofFourthFinger($decisive, $other),
            $self->isShift() => $self->ofShift(),
            'stretch' === $decisive || 'shape' === $decisive || Placement::Stretched === $choice->placement => $self->ofStretch($other),
            default => $self->ofStoppedNote($decisive, $other),
        };
    }

    /** What finds a place for which there was no other: a neighbor that it touches, or an open string that sounds like it; else nothing. */
    public static function landmark(Fingering $fingering, int $index): Notice
    {
        $choice = $fingering->choices[$index];
        \assert(null !== $choice);
        $self = new self($fingering, $index, $choice);

        if ($choice->isOpen()) {
            return $self->ofOpenString();
        }

        return $self->touched() ?? $self->likeAnOpenString() ?? $self->kept() ?? Notice::word('');
    }

    /** A place on the fingerboard: "open A", "low 2 on D", "1 on E in III". */
    public static function place(Fingering $fingering, Candidate $candidate): Notice
    {
        $hand = $fingering->hands[$candidate->hand];
        $finger = self::finger($candidate)->template;

        return new Notice(
            0,
            0,
            match (true) {
                $candidate->isOpen() => 'open {string}',
                $hand->isFirst() => $finger.' on {string}',
                default => $finger.' on {string} in {position}',
            },
            [
                'finger' => (string) $candidate->finger,
                'string' => $fingering->fingerboard->stringName($candidate->string),
                'position' => $hand->position,
            ],
        );
    }

    private static function finger(Candidate $candidate): Notice
    {
        return new Notice(
            0,
            0,
            match ($candidate->placement) {
                Placement::Natural => '{finger}',
                Placement::Low => 'low {finger}',
                Placement::High => 'high {finger}',
                Placement::Stretched => 'stretched {finger}',
            },
            ['finger' => (string) $candidate->finger],
        );
    }

    private function ofOpenString(): Notice
    {
        return $this->says(
            match (true) {
                $this->isOnThisString() => 'Open {string}: the bow is on this string already.',
                $this->isCrossedInTime() => 'Open {string}, let it ring: there is time to cross.',
                default => 'Open {string}, let it ring.',
            },
        );
    }

    /** The bow comes from this string: no crossing leads to the note. */
    private function isOnThisString(): bool
    {
        return $this->fingering->neighbour($this->index, -1)?->string === $this->choice->string;
    }

    /** The bow comes from another string to a long note, and not inside a slur. */
    private function isCrossedInTime(): bool
    {
        $note = $this->fingering->notes[$this->index];
        $before = $this->fingering->neighbour($this->index, -1);

        return $note->long && !$note->slurredFrom && null !== $before && $before->string !== $this->choice->string;
    }

    /** The note before lies a half step away under the next finger of this string. */
    private function touched(): ?Notice
    {
        $before = $this->fingering->neighbour($this->index, -1);
        $touches = null !== $before && !$before->isOpen() && $before->string === $this->choice->string
            && 1 === abs($before->semitones - $this->choice->semitones) && 1 === abs($before->finger - $this->choice->finger);

        return $touches && null !== $before ? $this->says('{finger} touches {neighbor}.', ['neighbor' => self::finger($before)]) : null;
    }

    /** An open string sounds the same letter, an octave or more away, so that the ear can compare. */
    private function likeAnOpenString(): ?Notice
    {
        $pitch = $this->fingering->notes[$this->index]->pitch;
        foreach ($this->fingering->fingerboard->openStrings() as $open) {
            $distance = $pitch->midi() - $open->pitch->midi();
            if (0 === $distance % 12 && 0 !== $distance) {
                return $this->says(
                    $distance > 0 ? 'As the open {open}, an octave up.' : 'As the open {open}, an octave down.',
                    ['open' => $open->letter],
                );
            }
        }

        return null;
    }

    /** The finger before goes over to it on one string, the lower one down first. */
    private function kept(): ?Notice
    {
        $next = $this->fingering->neighbour($this->index, 1);
        $goesDown = null !== $next && !$next->isOpen() && $next->string === $this->choice->string
            && $next->hand === $this->choice->hand && $next->finger < $this->choice->finger;

        return $goesDown && null !== $next
            ? $this->says('{lower} is down before {finger} lifts.', ['lower' => self::finger($next)])
            : null;
    }

    private function ofFourthFinger(string $decisive, Candidate $other): Notice
    {
        return $this->says(
            match (true) {
                'crossing' === $decisive => 'Fourth finger: saves crossing to {other} and back.',
                $this->fingering->notes[$this->index]->long => 'Fourth finger: a long note can sing on it, but not on the open {other}.',
                default => 'Fourth finger: softer than the open {other}.',
            },
            ['other' => $this->fingering->fingerboard->stringName($other->string)],
        );
    }

    private function ofShift(): Notice
    {
        $for = $this->firstBeyond($this->fingering->neighbour($this->index, -1)->hand ?? $this->choice->hand);
        $goal = null === $for ? '' : ', where {for} lies';

        return $this->says(
            1 === $this->choice->finger ? "The first finger leads the hand to {position}$goal." : "The hand goes to {position}$goal.",
            ['for' => $for ?? ''],
        );
    }

    private function ofStretch(Candidate $other): Notice
    {
        $due = $this->firstStretch();

        return $this->says(
            match (true) {
                Placement::Stretched === $this->choice->placement && null !== $due => '{letter} with {finger}: the hand is open for {due}.',
                Placement::Stretched === $this->choice->placement => '{letter} with {finger}: the hand is open.',
                null !== $due => '{letter} with {finger}; open the hand only for {due}.',
                default => '{letter} with {finger}; the hand stays closed, as it would not with {other}.',
            },
            ['due' => $due ?? '', 'other' => self::place($this->fingering, $other)],
        );
    }

    private function ofStoppedNote(string $decisive, Candidate $other): Notice
    {
        return $this->says(
            match ($decisive) {
                'crossing' => '{letter} with {finger}: the bow stays on {string}, where {other} would cross.',
                'same finger' => '{letter} with {finger}: no finger has to hop, as it would to {other}.',
                'slide' => '{letter} with {finger}: no finger slides, as it would to {other}.',
                'shift', 'position' => $this->hand()->isFirst()
                    ? '{letter} with {finger}: the hand stays where it is.'
                    : '{letter} with {finger}: the hand stays in {position}.',
                'fourth' => '{letter} with {finger}: no fourth finger is needed.',
                'open' => '{letter} with {finger}: it can sing on, as it cannot on the open string.',
                'placement' => '{letter} with {finger}: nearer at hand than {other}.',
                default => '{letter} with {finger}: as near as {other}, and the lower place.',
            },
            ['other' => self::place($this->fingering, $other)],
        );
    }

    /** @param array<string, string|Notice> $parameters beside those of the note itself */
    private function says(string $template, array $parameters = []): Notice
    {
        $of = [
            'letter' => $this->fingering->notes[$this->index]->pitch->letterName(),
            'finger' => self::finger($this->choice),
            'string' => $this->fingering->fingerboard->stringName($this->choice->string),
            'position' => $this->hand()->position,
        ];

        return new Notice(
            0,
            0,
            $template,
            array_filter($of + $parameters, static fn (string $name): bool => str_contains($template, "{{$name}}"), \ARRAY_FILTER_USE_KEY),
        );
    }

    private function hand(): HandFrame
    {
        return $this->fingering->hands[$this->choice->hand];
    }

    private function isNaturalFourth(): bool
    {
        return 4 === $this->choice->finger && Placement::Natural === $this->choice->placement;
    }

    private function isShift(): bool
    {
        $before = $this->fingering->neighbour($this->index, -1);

        return null !== $before && $this->fingering->hands[$before->hand]->position !== $this->hand()->position;
    }

    /** Letter of the first note from this one on that a hand does not have; none if there is none near. */
    private function firstBeyond(int $hand): ?string
    {
        $position = $this->fingering->hands[$hand]->position;

        return $this->firstAhead($this->index, fn (int $at): bool => !$this->has($at, $position));
    }

    /** Letter of the first note from this one on for which no closed hand would do. */
    private function firstStretch(): ?string
    {
        return $this->firstAhead($this->index + 1, function (int $at): bool {
            $choice = $this->fingering->choices[$at];

            return null !== $choice
                && Placement::Stretched === $choice->placement
                && !$this->has($at, $this->fingering->hands[$choice->hand]->position, 'closed');
        });
    }

    /** @param \Closure(int): bool $is of the note with an index */
    private function firstAhead(int $from, \Closure $is): ?string
    {
        $to = min(\count($this->fingering->notes), $from + self::AHEAD);
        for ($at = $from; $at < $to; ++$at) {
            if ($is($at)) {
                return $this->fingering->notes[$at]->pitch->letterName();
            }
        }

        return null;
    }

    /** @param string|null $shape of the hand; any if none is named */
    private function has(int $at, string $position, ?string $shape = null): bool
    {
        foreach ($this->fingering->fingerboard->candidates($this->fingering->notes[$at]->pitch) as $candidate) {
            $hand = $this->fingering->hands[$candidate->hand];
            if ($hand->position === $position && (null === $shape || $hand->shape === $shape)) {
                return true;
            }
        }

        return false;
    }
}
