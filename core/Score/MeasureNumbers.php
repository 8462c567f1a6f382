<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * Computed measure numbers (handbook 2): a pickup is 0, the next 1; the halves of a split measure share theirs; endings go on counting.
 * Beside them the labels that the book shows.
 */
final readonly class MeasureNumbers
{
    /**
     * @param list<string> $numbers by position
     * @param list<string> $labels  by position, empty where the book shows none
     */
    private function __construct(private array $numbers, private array $labels)
    {
    }

    public static function of(Piece $piece): self
    {
        $numbers = [];
        $before = $piece->introductionCounted ? $piece->introduction : 0;
        $next = $before + ($piece->measures[0]->isShort() && \count($piece->measures) > 1 ? 0 : 1);
        foreach ($piece->measures as $position => $measure) {
            if (self::isSecondHalf($piece, $position)) {
                $numbers[] = (string) ($next - 1);
                continue;
            }
            $numbers[] = (string) $next;
            ++$next;
        }

        return new self($numbers, array_map(static fn (Measure $measure): string => $measure->printed, $piece->measures));
    }

    public function at(int $position): string
    {
        return $this->numbers[$position] ?? '';
    }

    /** What the book shows over a measure: its label, or the computed number where it has none. */
    public function printedAt(int $position): string
    {
        return '' === ($this->labels[$position] ?? '') ? $this->at($position) : $this->labels[$position];
    }

    /**
     * The first measure with a number; both computed numbers and printed labels are searched, the one that the class uses first.
     */
    public function find(string $number, bool $printedFirst = false): ?int
    {
        $number = trim($number);
        $searched = [$this->numbers, $this->printed()];
        foreach ($printedFirst ? array_reverse($searched) : $searched as $list) {
            $position = array_search($number, $list, true);
            if (false !== $position) {
                return $position;
            }
        }

        return null;
    }

    /**
     * The positions from the first measure with one number to the last with another.
     *
     * @return array{int, int}|null both included; none if a number is not there or they stand in the wrong order
     */
    public function range(string $from, string $to, bool $printedFirst = false): ?array
    {
        $start = $this->find($from, $printedFirst);
        $end = $this->find($to, $printedFirst);
        if (null === $start || null === $end || $end < $start) {
            return null;
        }
        while (isset($this->numbers[$end + 1]) && $this->numbers[$end + 1] === $this->numbers[$end]) {
            ++$end;
        }

        return [$start, $end];
    }

    /** @return list<string> */
    public function all(): array
    {
        return $this->numbers;
    }

    /** @return list<string> what the book shows, computed numbers where it shows nothing */
    public function printed(): array
    {
        return array_map($this->printedAt(...), array_keys($this->numbers));
    }

    /**
     * A notice at each place where the printed numbers do not go on by one, and where they part from the computed ones.
     *
     * @return list<Notice>
     */
    public function notices(): array
    {
        $notices = [];
        $last = null;
        $shift = 0;
        foreach ($this->labels as $position => $label) {
            if (1 !== preg_match('/^\d{1,6}$/', $label)) {
                continue;
            }
            $expected =
                null === $last
                    ? (int) $this->numbers[$position]
                    : $last[1] + (int) $this->numbers[$position] - (int) $this->numbers[$last[0]];
            if ((int) $label !== $expected) {
                $shift = (int) $label - (int) $this->numbers[$position];
                $notices[] = new Notice(
                    0,
                    0,
                    0 === $shift
                        ? 'The printed numbers agree with the counted ones again from {label} on.'
                        : 'The printed number jumps to {label} at measure {measure}.',
                    ['label' => $label, 'measure' => $this->numbers[$position]],
                );
            }
            $last = [$position, (int) $label];
        }

        return $notices;
    }

    private static function isSecondHalf(Piece $piece, int $position): bool
    {
        if ($position < 2 && ($position < 1 || $piece->measures[0]->isShort())) {
            return false;
        }
        $before = $piece->measures[$position - 1];
        $measure = $piece->measures[$position];
        $repeatBetween = $before->repeatTimes > 0 || $measure->repeatStart;

        return $repeatBetween
            && $before->isShort()
            && $before->length + $measure->length === $before->meter->ticks()
            && [] === $before->endingStart
            && [] === $measure->endingStart;
    }
}
