<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Log\PlayedStep;
use CoinStair\Core\Skill\Rule\Playing;

/** Which skills each step that was played holds, by what was played and how (handbook 7). */
final readonly class HeldSkills
{
    /** @param array<string, array<string, list<string>>> $held codes by instrument, by the key of what was played */
    private function __construct(private array $held)
    {
    }

    /** @param array<string, array<string, list<string>>> $held codes by instrument, by key() of what was played */
    public static function of(array $held): self
    {
        return new self($held);
    }

    /** @return array<string, list<string>> codes by instrument */
    public function in(string $piece, PlayedStep $played): array
    {
        return $this->held[self::key($piece, $played)] ?? [];
    }

    /**
     * One word for what was played and how: a chunk, or a warm-up made from a piece.
     *
     * @param string $piece id of the piece of the lesson
     */
    public static function key(string $piece, PlayedStep $played): string
    {
        $step = $played->step;
        $modes = array_map(static fn (Mode $mode): string => $mode->value, $played->play->modes);
        sort($modes);

        return (null === $step->step->warmUp ? (string) $step->chunk : $piece.' '.$step->step->warmUp->code()).
            (self::isOnOpenStrings($played) ? ' open' : '').
            ' '.
            implode('+', $modes);
    }

    /**
     * What a chunk holds when it is played so.
     *
     * @param Chunk $chunk of the piece of the skills; the whole of a warm-up
     *
     * @return array<string, list<string>> codes by instrument
     */
    public static function find(PieceSkills $skills, Chunk $chunk, PlayedStep $played): array
    {
        $playing = Playing::of($chunk, $played->play->modes, self::isOnOpenStrings($played));
        $held = [];
        foreach ($skills->instruments() as $instrument) {
            $held[$instrument->value] = $skills->codes($instrument, $playing);
        }

        return $held;
    }

    private static function isOnOpenStrings(PlayedStep $played): bool
    {
        return true === $played->step->step->rung?->isOnOpenStrings();
    }
}
