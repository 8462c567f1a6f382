<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Score\Copies;
use CoinStair\Core\Stair\CoinRule;
use CoinStair\Core\Stair\GoingOn;

/**
 * What a teacher set of a step by hand: it stays, whatever is reckoned around it. What is not set is reckoned. The one place that knows how
 * it is stored.
 *
 * @phpstan-type Stored array{
 *     treads?: non-empty-list<int>, goingOn?: string, top?: int, below?: int, rounds?: list<string>, seconds?: float,
 *     who?: array{kind: string, instruments: list<string>, others: string}, mode?: string, turns?: int, lesson?: int, easier?: string,
 *     fuller?: string,
 * }
 */
final readonly class ByHand
{
    use Copies;

    /**
     * @param non-empty-list<int>|null $treads  beats a minute, rising
     * @param CoinRule|null            $rule    for going on
     * @param list<Mode>|null          $rounds  before the stair
     * @param float|null               $seconds that the step takes
     * @param string                   $prompt  line for the class; empty: the one that is reckoned
     * @param string                   $figure  rhythm that is played instead of the plain line; empty for the plain line
     * @param int                      $lesson  of the sequence, from 1, before which it is not taught; 0: as soon as its turn comes
     */
    public function __construct(
        public ?array $treads = null,
        public ?CoinRule $rule = null,
        public ?array $rounds = null,
        public ?float $seconds = null,
        public ?Who $who = null,
        public Mode $mode = Mode::Bow,
        public int $turns = 1,
        public string $prompt = '',
        public string $figure = '',
        public int $lesson = 0,
        public ?Version $easier = null,
        public ?Version $fuller = null,
    ) {
    }

    /**
     * @param Stored   $row   as stored() made it
     * @param CoinRule $class rule of the class, of which a rule by hand keeps the rest
     */
    public static function parse(array $row, CoinRule $class, string $prompt = '', string $figure = ''): self
    {
        $rule = isset($row['goingOn'], $row['top'], $row['below'])
            ? CoinRule::of(GoingOn::from($row['goingOn']), $row['top'], $class->missesDown, $class->treadsBack, $row['below'])
            : null;

        return new self(
            $row['treads'] ?? null,
            $rule,
            isset($row['rounds']) ? array_map(Mode::from(...), $row['rounds']) : null,
            $row['seconds'] ?? null,
            isset($row['who']) ? Who::parse($row['who']) : null,
            Mode::from($row['mode'] ?? Mode::Bow->value),
            $row['turns'] ?? 1,
            $prompt,
            $figure,
            $row['lesson'] ?? 0,
            isset($row['easier']) ? Version::from($row['easier']) : null,
            isset($row['fuller']) ? Version::from($row['fuller']) : null,
        );
    }

    /** @return Stored what is set, but for its words and its rhythm */
    public function stored(): array
    {
        return array_filter(
            [
                'treads' => $this->treads,
                'goingOn' => $this->rule?->goingOn->value,
                'top' => $this->rule?->top,
                'below' => $this->rule?->below,
                'rounds' => null === $this->rounds ? null : array_map(static fn (Mode $mode): string => $mode->value, $this->rounds),
                'seconds' => $this->seconds,
                'who' => $this->who?->stored(),
                'mode' => Mode::Bow === $this->mode ? null : $this->mode->value,
                'turns' => 1 === $this->turns ? null : $this->turns,
                'lesson' => 0 === $this->lesson ? null : $this->lesson,
                'easier' => $this->easier?->value,
                'fuller' => $this->fuller?->value,
            ],
            static fn (mixed $value): bool => null !== $value,
        );
    }

    /** The same, not taught before a lesson of the sequence; 0: as soon as its turn comes. */
    public function notBefore(int $lesson): self
    {
        return $this->copy(lesson: $lesson);
    }
}
