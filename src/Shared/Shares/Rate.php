<?php

declare(strict_types=1);

namespace App\Shared\Shares;

/** How often something may come: so many in a time, and so many more in one go. */
final readonly class Rate
{
    private function __construct(public int $times, public string $unit, public int $atOnce)
    {
    }

    public static function perSecond(int $times, int $atOnce): self
    {
        return new self($times, 's', $atOnce);
    }

    public static function perMinute(int $times, int $atOnce): self
    {
        return new self($times, 'm', $atOnce);
    }

    /** As a web server writes it, such as 4r/s. */
    public function written(): string
    {
        return $this->times.'r/'.$this->unit;
    }
}
