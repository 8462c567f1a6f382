<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

use CoinStair\Core\Difficulty\MoveFamily;
use CoinStair\Core\Difficulty\MoveRow;
use CoinStair\Core\LeftHand\BassHand;
use CoinStair\Core\LeftHand\HandFrame;
use CoinStair\Core\LeftHand\HandFrames;
use CoinStair\Core\Score\Clef;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Pitch;

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

    /**
     * @param non-empty-list<string>    $typed      one for each parameter of the block
     * @param non-empty-list<Parameter> $parameters of the block
     */
    private function __construct(public Block $block, public array $typed, private array $parameters)
    {
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

        return new self($block, $typed, $parameters);
    }

    public function find(Facts $facts, Playing $playing): array
    {
        if (Block::Mode === $this->block) {
            return $playing->isIn($this->typed[0]) ? [$playing->from] : [];
        }
        if (!$playing->has($this->block) || (Block::Move === $this->block && $playing->isPlucked() && !$this->isOfTheLeftHand())) {
            return [];
        }
        $found = [];
        $times = 0;
        foreach ($facts->ofKind($this->block) as $fact => $ranks) {
            if (!$this->matches((string) $fact, $playing)) {
                continue;
            }
            foreach ($ranks as $rank) {
                if ($rank >= $playing->from && $rank < $playing->to) {
                    $found[] = $rank;
                }
            }
            ++$times;
        }

        // Places of one fact rise and differ already.
        return $times < 2 ? $found : Ranks::rising($found);
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

    /** A fact of its kind, with its values as Facts keeps them, is what it asks for. */
    public function isMetBy(string $fact): bool
    {
        return $this->matches($fact, Playing::written());
    }

    public function text(): string
    {
        $written = [];
        $skipped = false;
        foreach ($this->parameters as $index => $parameter) {
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

    private function matches(string $fact, Playing $playing): bool
    {
        $values = explode('|', $fact);
        if (Block::Range === $this->block) {
            return $values[0] === $this->typed[0]
                && (int) $values[1] >= Pitch::parse($this->typed[1])->diatonic()
                && (int) $values[1] <= Pitch::parse($this->typed[2])->diatonic();
        }
        if (Block::Finger === $this->block && $playing->isPlucked()) {
            $values[4] = 'pluck';
        }
        foreach ($this->parameters as $index => $parameter) {
            if (!$parameter->matches($this->typed[$index], $values[$index] ?? '')) {
                return false;
            }
        }

        return true;
    }

    /** What a move asks is asked of the left hand. */
    private function isOfTheLeftHand(): bool
    {
        $row = MoveRow::tryFrom($this->typed[0]);

        return null !== $row && MoveFamily::Left === $row->family();
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
