<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Piece;

/**
 * Computed measure numbers (handbook 2): a pickup is 0, the next 1; the halves of a split measure share theirs; endings go on counting.
 */
final readonly class MeasureNumbers
{
    /** @param list<string> $numbers by position */
    private function __construct(private array $numbers)
    {
    }

    public static function of(Piece $piece): self
    {
        $numbers = [];
        $next = $piece->measures[0]->isShort() && \count($piece->measures) > 1 ? 0 : 1;
        foreach ($piece->measures as $position => $measure) {
            if (self::isSecondHalf($piece, $position)) {
                $numbers[] = (string) ($next - 1);
                continue;
            }
            $numbers[] = (string) $next;
            ++$next;
        }

        return new self($numbers);
    }

    public function at(int $position): string
    {
        return $this->numbers[$position] ?? '';
    }

    /** The first measure with a number, computed or printed as asked. */
    public function find(string $number): ?int
    {
        $position = array_search(trim($number), $this->numbers, true);

        return false === $position ? null : $position;
    }

    /** @return list<string> */
    public function all(): array
    {
        return $this->numbers;
    }

    private static function isSecondHalf(Piece $piece, int $position): bool
    {
        if ($position < 2 && ($position < 1 || $piece->measures[0]->isShort())) {
            return false;
        }
        $before = $piece->measures[$position - 1];
        $measure = $piece->measures[$position];
        $repeatBetween = $before->repeatTimes > 0 || $measure->repeatStart;

        return $repeatBetween && $before->isShort() && $before->length + $measure->length === $before->meter->ticks()
            && [] === $before->endingStart && [] === $measure->endingStart;
    }
}
