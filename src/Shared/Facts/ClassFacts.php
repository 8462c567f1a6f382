<?php

declare(strict_types=1);

namespace App\Shared\Facts;

use CoinStair\Core\Score\Copies;
use CoinStair\Core\Standing\Thresholds;

/**
 * All that what is told of a class follows from: its record, what it brought along, how it plays, the skills there are and from when on
 * they count. Its JSON is its fingerprint: whoever tells something of a class names this, and nothing of it by itself.
 */
final readonly class ClassFacts implements \JsonSerializable
{
    use Copies;

    /** A day after all that a log can tell: as of all that is on record. */
    public const END_OF_DAYS = '9999-12-31';

    /**
     * @param string               $log       what tells one state of its lessons' logs from any other; empty where it has no lesson
     * @param string               $matter    the same of the chunks and pieces that they speak of
     * @param string               $said      the same of what its teachers said of its skills, and set of fingers and bows
     * @param array<string, mixed> $hands     how its hands play, and of which instruments
     * @param string               $catalogue hash of the skills that there are
     * @param array<string, mixed> $past      what it brought along, with its year
     * @param string               $day       Y-m-d
     */
    public function __construct(
        public int $class,
        public string $log,
        private string $matter,
        private string $said,
        private array $hands,
        private string $catalogue,
        private array $past,
        private Thresholds $thresholds,
        private string $day,
    ) {
    }

    /** On another day. */
    public function on(string $day): self
    {
        return $this->copy(day: $day);
    }

    /** By all that is on record, whatever the day is. */
    public function onRecord(): self
    {
        return $this->on(self::END_OF_DAYS);
    }

    /** @return array<string, mixed> what was taught, with the chunks and pieces it speaks of */
    public function taught(): array
    {
        return ['class' => $this->class, 'log' => $this->log, 'matter' => $this->matter];
    }

    /** @return array<string, mixed> what the evidence of its lessons follows from, whatever comes of it */
    public function record(): array
    {
        return $this->taught() + $this->playing();
    }

    /** @return array<string, mixed> what decides which skills a step holds, whatever was taught */
    public function playing(): array
    {
        return ['said' => $this->said, 'hands' => $this->hands, 'catalogue' => $this->catalogue];
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return $this->record() + ['past' => $this->past, 'thresholds' => $this->thresholds, 'day' => $this->day];
    }
}
