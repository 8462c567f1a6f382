<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

/** What a step may take in one lesson (handbook 6). Starting values. */
final readonly class StepLimits
{
    public const SECONDS = 360.0;
    public const TRIES = 14.0;
    public const TREADS = 5;
    /** Of a group of its own. */
    public const GROUP_SECONDS = 120.0;

    private function __construct(public float $seconds, public float $tries, public int $treads)
    {
    }

    public static function standard(): self
    {
        return new self(self::SECONDS, self::TRIES, self::TREADS);
    }

    /** With no more than so many seconds. */
    public function within(float $seconds): self
    {
        return new self(min($this->seconds, $seconds), $this->tries, $this->treads);
    }

    /** With so many seconds, whatever is usual: a teacher fixed them. */
    public function fixedTo(float $seconds): self
    {
        return new self($seconds, $this->tries * max(1.0, $seconds / self::SECONDS), $this->treads);
    }
}
