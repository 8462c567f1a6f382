<?php

declare(strict_types=1);

namespace CoinStair\Core\Format;

use CoinStair\Core\Score\BarStyle;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Ticks;

/**
 * What the readers share: gathers measures and parts, checks the lengths of measures, and makes the piece.
 */
final class PieceDraft
{
    /** What is told of a measure with other beats than its meter; `position` is that of the measure. */
    public const UNEVEN = 'Measure {measure} holds {beats} beats; its meter {meter} asks for {wanted}.';
    private const MAX_NOTICES = 200;

    public string $title = '';
    public string $composer = '';
    public string $style = '';
    public ?int $goalTempo = null;
    public ?int $goalTempoTo = null;
    public ?int $beatTicks = null;
    /** @var list<MeasureDraft> */
    public array $measures = [];
    /** @var array<string, PartDraft> by id */
    public array $parts = [];
    /** @var list<Notice> */
    private array $notices = [];
    private int $notes = 0;

    public function __construct(public readonly Limits $limits)
    {
    }

    /** @param array<string, string> $parameters */
    public function notice(int $line, int $column, string $template, array $parameters = []): void
    {
        if (\count($this->notices) < self::MAX_NOTICES) {
            $this->notices[] = new Notice($line, $column, $template, $parameters);
        }
    }

    /** Counts a note against the limit. */
    public function countNote(): void
    {
        if (++$this->notes > $this->limits->notes) {
            throw UnreadableFile::because(
                'The file holds more than {limit} notes; Coin Stair reads pieces for lessons, not whole libraries.',
                ['limit' => (string) $this->limits->notes],
            );
        }
    }

    public function part(string $id, string $name): PartDraft
    {
        if (!isset($this->parts[$id]) && \count($this->parts) >= $this->limits->parts) {
            throw UnreadableFile::because('The file has more than {limit} parts.', ['limit' => (string) $this->limits->parts]);
        }

        return $this->parts[$id] ??= new PartDraft($id, $name, $this->limits);
    }

    public function addMeasure(MeasureDraft $measure): void
    {
        if (\count($this->measures) >= $this->limits->measures) {
            throw UnreadableFile::at(
                $measure->line,
                $measure->column,
                'The file holds more than {limit} measures.',
                ['limit' => (string) $this->limits->measures],
            );
        }
        $this->measures[] = $measure;
    }

    /**
     * @param (\Closure(int): int)|null $lineOf finds the line of a measure that has none yet, by position
     *
     * @throws UnreadableFile if there is no music
     */
    public function finish(?\Closure $lineOf = null): ReadResult
    {
        $parts = array_filter($this->parts, static fn (PartDraft $part): bool => [] !== $part->measures);
        if ([] === $this->measures || [] === $parts || 0 === $this->notes) {
            throw UnreadableFile::because('The file holds no notes.');
        }
        $lengths = $this->lengths($parts);
        $this->checkLengths($lengths, $parts, $lineOf ?? static fn (int $position): int => 0);
        $measures = [];
        foreach ($this->measures as $position => $measure) {
            $measures[] = $measure->measure($position, $lengths[$position]);
        }
        $onlyPart = 1 === \count($parts);
        $piece = new Piece(
            $this->title,
            $this->composer,
            $measures,
            array_values(array_map(static fn (PartDraft $part) => $part->part($lengths, $onlyPart), $parts)),
            $this->goalTempo,
            $this->beatTicks ?? $this->measures[0]->meter->beatTicks(),
            null !== $this->goalTempo && null !== $this->goalTempoTo && $this->goalTempoTo > $this->goalTempo ? $this->goalTempoTo : null,
            style: mb_substr($this->style, 0, 60),
        );

        return new ReadResult(
            $piece,
            $this->notices,
            array_map(static fn (MeasureDraft $measure): array => [$measure->line, $measure->column], $this->measures),
        );
    }

    /**
     * @param array<string, PartDraft> $parts
     *
     * @return list<int>
     */
    private function lengths(array $parts): array
    {
        $lengths = [];
        foreach ($this->measures as $position => $measure) {
            $length = max(0, ...array_values(array_map(static fn (PartDraft $part): int => $part->end($position), $parts)));
            $lengths[] = $length > 0 ? $length : $measure->meter->ticks();
        }

        return $lengths;
    }

    /**
     * @param list<int>                $lengths
     * @param array<string, PartDraft> $parts
     * @param \Closure(int): int       $lineOf
     */
    private function checkLengths(array $lengths, array $parts, \Closure $lineOf): void
    {
        $last = \count($lengths) - 1;
        // As they are numbered: a first measure shorter than its meter is the upbeat, 0.
        $first = ($lengths[0] ?? 0) < ($this->measures[0] ?? null)?->meter->ticks() ? 0 : 1;
        foreach ($this->measures as $position => $measure) {
            $full = $measure->meter->ticks();
            $length = $lengths[$position];
            if (
                $length > $full
                || ($length < $full && 0 !== $position && !$measure->implicit && !$this->maySplit($position, $last, $lengths))
            ) {
                $this->notice(
                    $measure->line ?: $lineOf($position),
                    $measure->column,
                    self::UNEVEN,
                    [
                        'measure' => (string) ($first + $position),
                        'position' => (string) $position,
                        'beats' => Ticks::beats($length, $measure->meter->unitTicks()),
                        'meter' => $measure->meter->name(),
                        'wanted' => (string) $measure->meter->count,
                    ],
                );
            }
            foreach ($parts as $part) {
                $end = $part->end($position);
                if ($end > 0 && $end < $length && \count($parts) > 1) {
                    $this->notice(
                        $measure->line ?: $lineOf($position),
                        $measure->column,
                        '{part} is shorter than the other parts in measure {measure}.',
                        [
                            'part' => '' === $part->name ? $part->id : $part->name,
                            'measure' => (string) ($first + $position),
                        ],
                    );
                }
            }
        }
    }

    /**
     * A short measure is in order at the end, at a repeat sign or double bar, and where the next completes it.
     *
     * @param list<int> $lengths
     */
    private function maySplit(int $position, int $last, array $lengths): bool
    {
        $measure = $this->measures[$position];
        $before = $this->measures[$position - 1];
        if (
            $measure->repeatTimes > 0
            || $measure->repeatStart
            || $before->repeatTimes > 0
            || BarStyle::Regular !== $measure->end
            || $measure->endingStop
        ) {
            return true;
        }

        return $position === $last
            || $lengths[$position] + $lengths[$position + 1] === $measure->meter->ticks()
            || $lengths[$position] + $lengths[$position - 1] === $measure->meter->ticks();
    }
}
