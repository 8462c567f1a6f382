<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Measure;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;

/**
 * Pairs the repeat signs and gathers the endings of a piece. What does not pair is played straight on, with a notice.
 */
final class RepeatTree
{
    /** @var list<list<int|RepeatSection>> open stretches, innermost last; the first is the piece itself */
    private array $open = [[]];
    /** @var list<int> where the open stretches after the first begin */
    private array $starts = [];
    /** @var list<Notice> */
    private array $notices = [];

    /** @var list<Measure> */
    private readonly array $measures;

    private function __construct(private readonly Piece $piece)
    {
        $this->measures = $piece->measures;
    }

    /** @return array{list<int|RepeatSection>, list<Notice>} */
    public static function read(Piece $piece): array
    {
        $tree = new self($piece);
        $tree->build();

        return [$tree->open[0], $tree->notices];
    }

    private function build(): void
    {
        $count = \count($this->measures);
        for ($position = 0; $position < $count; ++$position) {
            $measure = $this->measures[$position];
            if ($measure->repeatStart) {
                $this->open[] = [];
                $this->starts[] = $position;
            }
            if ([] !== $measure->endingStart) {
                $position = $this->closeWithEndings($position);
                continue;
            }
            $this->add($position);
            if ($measure->repeatTimes > 0) {
                $this->close([], $measure->repeatTimes);
            }
        }
        while (\count($this->open) > 1) {
            $this->notices[] = $this->notice(
                'The repeat that opens at measure {measure} is never closed; it is played straight on.',
                (int) array_pop($this->starts),
            );
            foreach (array_pop($this->open) as $item) {
                $this->add($item);
            }
        }
    }

    /** Reads the brackets that stand side by side from here on and gives the last position read. */
    private function closeWithEndings(int $first): int
    {
        $endings = [];
        $repeated = false;
        for ($from = $first; [] !== ($this->measures[$from]->endingStart ?? []); $from = $to + 1) {
            $to = $from;
            while ($this->bracketGoesOn($to)) {
                ++$to;
            }
            $repeated = $repeated || $this->measures[$to]->repeatTimes > 0;
            $endings[] = ['numbers' => $this->measures[$from]->endingStart, 'from' => $from, 'to' => $to];
            if ($this->measures[$to + 1]->repeatStart ?? false) {
                $from = $to + 1;
                break;
            }
        }
        $last = $endings[\count($endings) - 1]['to'];
        if ($repeated) {
            $this->close($endings, max(2, ...array_merge(...array_column($endings, 'numbers'))));
        } else {
            $this->notices[] = $this->notice(
                'The ending at measure {measure} belongs to no repeat; it is played straight on.',
                $first,
            );
            for ($position = $first; $position <= $last; ++$position) {
                $this->add($position);
            }
        }

        return $last;
    }

    private function bracketGoesOn(int $position): bool
    {
        $measure = $this->measures[$position];
        $next = $this->measures[$position + 1] ?? null;

        return !$measure->endingStop && 0 === $measure->repeatTimes && null !== $next && [] === $next->endingStart && !$next->repeatStart;
    }

    /**
     * @param list<array{numbers: list<int>, from: int, to: int}> $endings
     */
    private function close(array $endings, int $passes): void
    {
        if (\count($this->open) > 1) {
            $body = array_pop($this->open);
            array_pop($this->starts);
        } else {
            $items = $this->open[0];
            $keep = \count($items);
            while ($keep > 0 && \is_int($items[$keep - 1])) {
                --$keep;
            }
            $body = \array_slice($items, $keep);
            $this->open[0] = \array_slice($items, 0, $keep);
        }
        $this->add(new RepeatSection($body, $endings, $passes));
    }

    private function add(int|RepeatSection $item): void
    {
        $this->open[\count($this->open) - 1][] = $item;
        $this->open = array_values($this->open);
    }

    private function notice(string $template, int $position): Notice
    {
        return new Notice(0, 0, $template, ['measure' => MeasureNumbers::of($this->piece)->at($position)]);
    }
}
