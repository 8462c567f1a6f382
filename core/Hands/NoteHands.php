<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

use CoinStair\Core\LeftHand\Candidate;
use CoinStair\Core\LeftHand\FingerMark;
use CoinStair\Core\LeftHand\LineNote;
use CoinStair\Core\RightHand\BowedStroke;
use CoinStair\Core\RightHand\BowUse;
use CoinStair\Core\RightHand\StrokeMark;
use CoinStair\Core\Score\Notice;

/**
 * Both hands of one note, with what else could be chosen for it (handbook 3 and 4).
 *
 * @phpstan-type Choice array{choice: Candidate, position: string, outside: bool, string: string, taken: bool}
 */
final readonly class NoteHands
{
    /**
     * @param Candidate|null   $choice      none where it is out of reach
     * @param string           $string      letter of the string; empty where it is out of reach
     * @param string           $position    of the hand; empty where there is none
     * @param list<FingerMark> $marks
     * @param list<Choice>     $places      all places on the fingerboard that have the note
     * @param BowedStroke|null $step        the stroke in which it lies; none where it is plucked
     * @param list<StrokeMark> $strokeMarks
     * @param float            $from        place on the bow at which the stroke begins, 0 at the frog to 1 at the tip
     * @param float            $to          place at which it ends
     * @param float|null       $inside      place at which the note begins, where it is not the first of its stroke
     * @param bool             $crosses     the string changes to it under a slur
     * @param float            $speed       bows a beat
     * @param float            $cm          centimeters of bow a second
     */
    private function __construct(
        public LineNote $note,
        public ?Candidate $choice,
        public string $string,
        public string $position,
        public Notice $reason,
        public array $marks,
        public array $places,
        public ?BowedStroke $step,
        public array $strokeMarks,
        public float $from,
        public float $to,
        public ?float $inside,
        public bool $crosses,
        public float $speed,
        public float $cm,
    ) {
    }

    /** @param int $index of the note in its voice */
    public static function of(BothHands $hands, int $index): self
    {
        $note = $hands->fingering->notes[$index];
        $choice = $hands->fingering->choices[$index];
        $stroke = $hands->strokeOf($note->id);
        $step = null === $stroke ? null : $hands->bowing->strokes[$stroke];
        [$from, $to] = null === $stroke ? [0.0, 0.0] : $hands->path->places[$stroke];
        $slurred = null !== $step && ($step->stroke->notes[0] ?? '') !== $note->id;
        $before = $hands->fingering->choices[$index - 1] ?? $choice;

        return new self(
            $note,
            $choice,
            null === $choice ? '' : $hands->fingering->fingerboard->stringName($choice->string),
            $hands->fingering->hand($index)->position ?? '',
            $hands->reason($index),
            $hands->fingerMarks[$index],
            self::choices($hands, $index, $choice),
            $step,
            null === $stroke ? [] : $hands->strokeMarks[$stroke],
            $from,
            $to,
            $slurred ? $from + ($to - $from) * $step->stroke->share((int) array_search($note->id, $step->stroke->notes, true)) : null,
            $slurred && null !== $choice && $before?->string !== $choice->string,
            null === $step ? 0.0 : BowUse::speed($step, $from, $to),
            null === $step ? 0.0 : self::centimeters($hands, $step, abs($to - $from)),
        );
    }

    /** Share of the bow that its stroke takes. */
    public function amount(): float
    {
        return abs($this->to - $this->from);
    }

    /** A stroke has one direction and one amount: what was set of any of its notes holds for this one. */
    public function isInOneStrokeWith(string $note): bool
    {
        return null !== $this->step && \in_array($note, $this->step->stroke->notes, true);
    }

    /** @return list<Choice> */
    private static function choices(BothHands $hands, int $index, ?Candidate $taken): array
    {
        return array_map(
            static fn (array $place): array => $place + [
                'string' => $hands->fingering->fingerboard->stringName($place['choice']->string),
                'taken' => null !== $taken && $place['choice']->sameSpot($taken),
            ],
            $hands->places($index),
        );
    }

    private static function centimeters(BothHands $hands, BowedStroke $step, float $amount): float
    {
        return BowUse::hair($hands->instrument()) * $amount / max(0.001, $step->stroke->length * $hands->second);
    }
}
