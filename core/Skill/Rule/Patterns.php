<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

use CoinStair\Core\Hands\BothHands;
use CoinStair\Core\LeftHand\Candidate;
use CoinStair\Core\LeftHand\FirstPosition;
use CoinStair\Core\LeftHand\OpenString;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Place;

/**
 * The patterns of touching fingers on each string of violin and viola, note by note (handbook 3): a finger and the one under it, which lies
 * where the measure had it last, else where its key has it.
 */
final class Patterns
{
    private const WHOLE_STEP = 2;

    /** @var list<OpenString> */
    private readonly array $open;
    /** @var array<string, int> semitones above the open string, by string, finger and key */
    private array $inKey = [];

    private function __construct(private readonly BothHands $hands)
    {
        $this->open = OpenString::allOf($hands->instrument());
    }

    /** @param FactsDraft $facts to which is added */
    public static function find(BothHands $hands, FactsDraft $facts): void
    {
        if (Instrument::Violin === $hands->instrument() || Instrument::Viola === $hands->instrument()) {
            (new self($hands))->all($facts);
        }
    }

    /** @param FactsDraft $facts to which is added */
    private function all(FactsDraft $facts): void
    {
        $last = $ever = [];
        $measure = -1;
        $fingering = $this->hands->fingering;
        foreach ($fingering->notes as $index => $note) {
            $choice = $fingering->choices[$index];
            if ($note->position !== $measure) {
                $measure = $note->position;
                $last = [];
            }
            if (null === $choice || $note->tiedFrom || !$fingering->hands[$choice->hand]->isFirst()) {
                continue;
            }
            $rank = Place::of($note->position, $note->offset)->rank();
            foreach ($choice->stops() as $stop) {
                if ($stop->isOpen()) {
                    continue;
                }
                $key = $this->hands->piece->measures[$note->position]->key;
                $string = $fingering->fingerboard->stringName($stop->string);
                $pattern = $this->pattern($stop, $last[$stop->string] ?? [], $key);
                if (null !== $pattern) {
                    $facts->add(Block::Pattern, $string.'|'.$pattern, $rank);
                }
                if (($ever[$stop->string][$stop->finger] ?? $stop->semitones) !== $stop->semitones) {
                    $facts->add(Block::Pattern, $string.'|change', $rank);
                }
                $last[$stop->string][$stop->finger] = $ever[$stop->string][$stop->finger] = $stop->semitones;
            }
        }
    }

    /**
     * @param array<int, int> $last semitones of the fingers of the string in this measure, by finger
     *
     * @return string|null none where the fingers tell of no pattern: the first finger alone, or whole steps up to the second
     */
    private function pattern(Candidate $stop, array $last, Key $key): ?string
    {
        $at = fn (int $finger): int => $last[$finger] ?? $this->inKey($stop->string, $finger, $key);
        if (1 === $stop->finger) {
            return 1 === $stop->semitones ? 'nut-1' : null;
        }
        if (1 === $stop->semitones - $at($stop->finger - 1)) {
            return ($stop->finger - 1).'-'.$stop->finger;
        }
        $above = $stop->semitones;
        for ($finger = $stop->finger - 1; $finger > 0; --$finger) {
            if (self::WHOLE_STEP !== $above - $at($finger)) {
                return null;
            }
            $above = $at($finger);
        }

        return $stop->finger > 2 && self::WHOLE_STEP === $above ? 'apart' : null;
    }

    private function inKey(int $string, int $finger, Key $key): int
    {
        return $this->inKey[$string.' '.$finger.' '.$key->fifths] ??=
            FirstPosition::pitch($this->hands->instrument(), $this->open[$string], $finger, null, $key)->midi()
            - $this->open[$string]->pitch->midi();
    }
}
