<?php

declare(strict_types=1);

namespace CoinStair\Core\Readiness;

use CoinStair\Core\Progress\Baseline;
use CoinStair\Core\Progress\SkillOfGroups;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Needs;

/** Is the order of a book sound? Where each skill comes first, which pieces jump, what is met once and never again (handbook 7). */
final readonly class BookOrder
{
    /** New skills of one group at once from which a piece jumps. A starting value. */
    public const JUMP = 4;

    /**
     * @param array<string, list<int>> $met    places in the book (from 0) of the pieces that have a skill, by code
     * @param list<PieceInBook>        $pieces in the order of the book
     */
    private function __construct(public array $met, public array $pieces)
    {
    }

    /**
     * @param list<Needs|null> $needs       of each piece in the order of the book; none where nothing is known of its notes
     * @param list<Instrument> $instruments that are asked for
     * @param Baseline|null    $before      what is known when the book begins
     */
    public static function of(array $needs, Catalogue $catalogue, array $instruments, ?Baseline $before = null): self
    {
        $before ??= Baseline::none();
        $met = array_fill_keys(array_keys($catalogue->skills), []);
        $firsts = self::firsts($needs, $instruments);
        foreach ($needs as $number => $of) {
            foreach (array_keys($met) as $code) {
                if (true === $of?->hasAnywhere((string) $code)) {
                    $met[$code][] = $number;
                }
            }
        }
        $pieces = [];
        $isFirst = true;
        foreach ($needs as $number => $of) {
            $pieces[] = self::piece($number, $of, $firsts, $catalogue, $instruments, $before, $isFirst);
            $isFirst = $isFirst && null === $of;
        }

        return new self(array_filter($met), $pieces);
    }

    /** @return list<string> codes of skills that one piece of the book has, and no other */
    public function metOnce(): array
    {
        return array_map(
            strval(...),
            array_keys(array_filter($this->met, static fn (array $numbers): bool => 1 === \count($numbers))),
        );
    }

    /**
     * Place in the book of the piece that has each skill first.
     *
     * @param list<Needs|null> $needs
     * @param list<Instrument> $instruments
     *
     * @return array<string, array<string, int>> by instrument and code
     */
    private static function firsts(array $needs, array $instruments): array
    {
        $firsts = [];
        foreach ($needs as $number => $of) {
            foreach ($instruments as $instrument) {
                foreach ($of?->inOrder($instrument) ?? [] as $code) {
                    $firsts[$instrument->value][$code] ??= $number;
                }
            }
        }

        return $firsts;
    }

    /**
     * @param array<string, array<string, int>> $firsts      by instrument and code
     * @param list<Instrument>                  $instruments
     * @param bool                              $isFirst     the book begins with it: all of it is new, and that is no jump
     */
    private static function piece(
        int $number,
        ?Needs $needs,
        array $firsts,
        Catalogue $catalogue,
        array $instruments,
        Baseline $before,
        bool $isFirst,
    ): PieceInBook {
        $new = $later = [];
        $most = 0;
        foreach ($instruments as $instrument) {
            $own = 0;
            foreach ($needs?->inOrder($instrument) ?? [] as $code) {
                if ($before->has($instrument, $code) || $firsts[$instrument->value][$code] !== $number) {
                    continue;
                }
                ++$own;
                $new[$code][] = $instrument;
                foreach ($catalogue->before($code, $instrument) as $prerequisite) {
                    $at = $firsts[$instrument->value][$prerequisite] ?? null;
                    if (null !== $at && $at > $number && !$before->has($instrument, $prerequisite)) {
                        $later[$code.' '.$prerequisite] = new LaterPrerequisite($code, $prerequisite, $at);
                    }
                }
            }
            $most = max($most, $own);
        }
        $list = [];
        foreach ($new as $code => $of) {
            $list[] = new SkillOfGroups((string) $code, $of);
        }

        return new PieceInBook($list, $most, !$isFirst && $most >= self::JUMP, array_values($later));
    }
}
