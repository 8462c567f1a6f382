<?php

declare(strict_types=1);

namespace CoinStair\Core\Analysis;

use CoinStair\Core\Form\PartsFromLine;
use CoinStair\Core\LeftHand\Fingering;
use CoinStair\Core\LeftHand\FingeringPolicy;
use CoinStair\Core\LeftHand\HandMark;
use CoinStair\Core\LeftHand\HandMarks;
use CoinStair\Core\LeftHand\Line;
use CoinStair\Core\LeftHand\Reasons;
use CoinStair\Core\RightHand\AmountPolicy;
use CoinStair\Core\RightHand\Bowing;
use CoinStair\Core\RightHand\BowPath;
use CoinStair\Core\RightHand\BowUse;
use CoinStair\Core\RightHand\DirectionPolicy;
use CoinStair\Core\RightHand\HandNotice;
use CoinStair\Core\RightHand\StrokeMark;
use CoinStair\Core\RightHand\Strokes;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;

/** Both hands of one instrument in a piece, under the policies of a class (handbook 3 and 4). */
final readonly class BothHands
{
    /**
     * @param Piece                  $piece       with the part of the instrument, derived where the score has none
     * @param list<list<HandMark>>   $fingerMarks of each note
     * @param list<list<StrokeMark>> $strokeMarks of each stroke: those of its direction and of its way
     * @param list<HandNotice>       $notices
     */
    private function __construct(
        public Piece $piece,
        public Part $part,
        public FingeringPolicy $policy,
        public Fingering $fingering,
        public array $fingerMarks,
        public Bowing $bowing,
        public BowPath $path,
        public array $strokeMarks,
        public array $notices,
    ) {
    }

    /** @param int $tempo beats a minute */
    public static function of(Piece $piece, FingeringPolicy $policy, DirectionPolicy $directions, AmountPolicy $amount, int $tempo): self
    {
        [$piece, $part, $derived] = self::part($piece, $policy);
        $fingering = Fingering::of(Line::of($piece, $part), $policy);
        $bowing = Bowing::of($piece, Strokes::of($piece, $part), $directions);
        $path = BowPath::of($bowing->strokes, $amount);
        [$used, $notices] = BowUse::of($bowing->strokes, $path, $policy->instrument, 60 / $tempo / $piece->beatTicks, $policy->level);
        $strokeMarks = [];
        foreach ($bowing->strokes as $index => $stroke) {
            $strokeMarks[] = [...$stroke->marks, ...$used[$index]];
        }

        return new self($piece, $part, $policy, $fingering, HandMarks::of($fingering, $policy), $bowing, $path, $strokeMarks, [...$derived, ...self::leftHandNotices($fingering, $policy), ...$bowing->notices, ...$notices]);
    }

    public function reason(int $note): Notice
    {
        return Reasons::of($this->fingering, $note, $this->policy);
    }

    /** @return array{Piece, Part, list<HandNotice>} */
    private static function part(Piece $piece, FingeringPolicy $policy): array
    {
        foreach ($piece->parts as $part) {
            if ($part->instrument === $policy->instrument) {
                return [$piece, $part, []];
            }
        }
        $derived = PartsFromLine::of($piece, [$policy->instrument]);

        return [$derived->piece, $derived->piece->parts[0], array_map(static fn (Notice $notice): HandNotice => new HandNotice('derived', $notice, 0, 0), $derived->notices)];
    }

    /** @return list<HandNotice> */
    private static function leftHandNotices(Fingering $fingering, FingeringPolicy $policy): array
    {
        $notices = [];
        foreach ($fingering->notes as $index => $note) {
            $kind = match (true) {
                null === $fingering->choices[$index] => 'out-of-reach',
                $fingering->refused[$index] => 'printed-finger',
                default => null,
            };
            if (null !== $kind) {
                $notices[] = new HandNotice($kind, Reasons::of($fingering, $index, $policy), $note->position, $note->offset);
            }
        }

        return $notices;
    }
}
