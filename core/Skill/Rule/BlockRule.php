<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

use CoinStair\Core\Difficulty\MoveRow;
use CoinStair\Core\LeftHand\BassHand;
use CoinStair\Core\LeftHand\HandFrame;
use CoinStair\Core\LeftHand\HandFrames;
use CoinStair\Core\Score\Clef;
use CoinStair\Core\Score\Instrument;

/** One building block with what was written for its parameters. */
final readonly class BlockRule implements Rule
{
    /** Clefs that an instrument reads. */
    private const CLEFS = [
        'violin' => [Clef::Treble],
        'viola' => [Clef::Alto, Clef::Treble],
        'cello' => [Clef::Bass, Clef::Tenor, Clef::Treble],
        'bass' => [Clef::Bass, Clef::Tenor, Clef::Treble],
    ];

    public Asked $asked;

    /** @param non-empty-list<string> $typed one for each parameter of the block */
    private function __construct(public Block $block, public array $typed)
    {
        $this->asked = new Asked($block, $typed);
    }

    /**
     * @param non-empty-list<string> $typed one for each parameter of the block, each as it takes it
     *
     * @throws \InvalidArgumentException
     */
    public static function of(Block $block, array $typed): self
    {
        $parameters = $block->parameters();
        foreach ($parameters as $index => $parameter) {
            if (!isset($typed[$index]) || (!$parameter->takes($typed[$index]) && $typed[$index] !== $parameter->usual)) {
                throw new \InvalidArgumentException(\sprintf('%s takes no such %s.', $block->value, $parameter->name));
            }
        }

        return new self($block, $typed);
    }

    public function find(Facts $facts, Playing $playing): string
    {
        return $facts->find($this->asked, $playing);
    }

    public function growsWithThePiece(): bool
    {
        return true;
    }

    public function appliesTo(Instrument $instrument): bool
    {
        if (!\in_array($instrument, Instrument::strings(), true)) {
            return false;
        }

        return match ($this->block) {
            Block::Finger => $this->isOnStringOf($instrument) && $this->isFingerOf($instrument),
            Block::Hand => \in_array(self::position($this->typed[0]), HandFrames::positions($instrument), true),
            // Patterns of touching fingers are those of hands in which each finger has a letter (handbook 3).
            Block::Pattern => $this->isOnStringOf($instrument) && self::isUpper($instrument),
            Block::Range => \in_array(Clef::from($this->typed[0]), self::CLEFS[$instrument->value] ?? [], true),
            Block::Move => MoveRow::Fourth->value !== $this->typed[0] || self::isUpper($instrument),
            default => true,
        };
    }

    public function alternatives(): array
    {
        return [$this];
    }

    public function firstBlock(): Block
    {
        return $this->block;
    }

    public function text(): string
    {
        $written = [];
        $skipped = false;
        foreach ($this->block->parameters() as $index => $parameter) {
            if ($this->typed[$index] === $parameter->usual && (Parameter::ANY === $parameter->usual || !$parameter->isNumber)) {
                $skipped = true;
                continue;
            }
            // A bare yes says nothing to a reader.
            $isNamed = $skipped || $parameter->isYesOrNo();
            $written[] = ($isNamed ? $parameter->name.': ' : '').$this->typed[$index];
        }

        return $this->block->value.'('.implode(', ', $written).')';
    }

    private function isOnStringOf(Instrument $instrument): bool
    {
        return Parameter::ANY === $this->typed[0] || \in_array($this->typed[0], $instrument->openStrings(), true);
    }

    /** Some hand of the instrument has the finger in the placement. */
    private function isFingerOf(Instrument $instrument): bool
    {
        [, $finger, $placement, $position] = $this->typed + [3 => Parameter::ANY];
        if ('0' === $finger) {
            return true;
        }
        $hands = HandFrames::allOf($instrument, HandFrames::positions($instrument), BassHand::OneTwoFour);
        $hands = array_filter(
            $hands,
            static fn (HandFrame $hand): bool => Parameter::ANY === $position || $hand->position === self::position($position),
        );
        foreach ($hands as $hand) {
            foreach ($hand->fingers as $of => $places) {
                foreach ($places as [, $placed]) {
                    if (
                        (Parameter::ANY === $finger || (string) $of === $finger)
                        && (Parameter::ANY === $placement || $placed->value === $placement)
                    ) {
                        return true;
                    }
                }
            }
        }

        return false;
    }

    /** A position as the hands name it. */
    private static function position(string $typed): string
    {
        return strtr($typed, '-', ' ');
    }

    private static function isUpper(Instrument $instrument): bool
    {
        return Instrument::Violin === $instrument || Instrument::Viola === $instrument;
    }
}
