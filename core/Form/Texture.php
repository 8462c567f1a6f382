<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Event;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;

/** Who plays with whom in a span of measures (handbook 5). */
final readonly class Texture
{
    /**
     * @param int                $from   first measure position
     * @param int                $to     measure position after the last
     * @param list<list<string>> $unison ids of parts that play the same, or the same in octaves
     * @param list<list<string>> $rhythm ids of parts that share their rhythm; those in unison among them
     * @param list<string>       $tune   ids of parts that lead: those in unison with the one that moves most
     * @param list<string>       $rests  ids of parts that have no note
     */
    private function __construct(
        public int $from,
        public int $to,
        public array $unison,
        public array $rhythm,
        public array $tune,
        public array $rests,
    ) {
    }

    /** @return list<self> neighboring measures with the same texture are one span */
    public static function find(Piece $piece): array
    {
        $spans = [];
        foreach (array_keys($piece->measures) as $position) {
            $here = self::ofMeasure($piece, $position);
            $last = array_pop($spans);
            if (
                null !== $last
                && [$last->unison, $last->rhythm, $last->tune, $last->rests] === [$here->unison, $here->rhythm, $here->tune, $here->rests]
            ) {
                $spans[] = new self($last->from, $here->to, $here->unison, $here->rhythm, $here->tune, $here->rests);
            } else {
                array_push($spans, ...null === $last ? [] : [$last]);
                $spans[] = $here;
            }
        }

        return $spans;
    }

    public function isInUnison(string $part): bool
    {
        foreach ($this->unison as $group) {
            if (\in_array($part, $group, true)) {
                return true;
            }
        }

        return false;
    }

    /** @return list<string> ids of the parts with which a part is in unison or octaves, without itself */
    public function unisonOf(string $part): array
    {
        foreach ($this->unison as $group) {
            if (\in_array($part, $group, true)) {
                return array_values(array_filter($group, static fn (string $other): bool => $other !== $part));
            }
        }

        return [];
    }

    private static function ofMeasure(Piece $piece, int $position): self
    {
        $notes = $rhythms = $moves = $rests = [];
        foreach ($piece->parts as $part) {
            [$pitches, $rhythm, $move] = self::read($part, $position);
            if ('' === $rhythm) {
                $rests[] = $part->id;
                continue;
            }
            $notes[$pitches.$rhythm][] = $part->id;
            $rhythms[$rhythm][] = $part->id;
            $moves[$part->id] = $move;
        }
        $tune = [];
        if ([] !== $moves) {
            $leader = (string) array_search(max($moves), $moves, true);
            $tune = array_values(array_filter($notes, static fn (array $group): bool => \in_array($leader, $group, true)))[0] ?? [];
        }
        $together = static fn (array $group): bool => \count($group) > 1;

        return new self(
            $position,
            $position + 1,
            array_values(array_filter($notes, $together)),
            array_values(array_filter($rhythms, $together)),
            $tune,
            $rests,
        );
    }

    /** @return array{string, string, int} pitches without their octaves, rhythm, and how much it moves; an empty rhythm if it rests */
    private static function read(Part $part, int $position): array
    {
        $pitches = $rhythm = '';
        $move = 0;
        $before = null;
        foreach ($part->events($position) as $event) {
            if ($event->isRest() || $event->isGrace()) {
                continue;
            }
            $rhythm .= $event->start.'+'.$event->length.' ';
            $pitches .= self::letters($event);
            $top = $event->pitches[\count($event->pitches) - 1]->midi();
            $move += null === $before ? 1 : 1 + ($top !== $before ? 1 : 0);
            $before = $top;
        }

        return [$pitches, $rhythm, $move];
    }

    private static function letters(Event $event): string
    {
        $letters = '';
        foreach ($event->pitches as $pitch) {
            $letters .= $pitch->letter.$pitch->alteration;
        }

        return $letters;
    }
}
