<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Symfony\Component\Translation\LocaleSwitcher;
use Twig\Extension\AbstractExtension;
use Twig\TwigFilter;

/** Days as the program's people write them: "Wednesday, November 25" or "Wednesday 25 November"; in lists "Nov 25" or "25 Nov". */
final class DayExtension extends AbstractExtension
{
    private const SHORT = 'dMMM';
    private const LONG = 'EEEEdMMMM';
    /** What is asked of the generator most: it takes a millisecond to be made. */
    private const PATTERNS = [
        'en_US' => [self::SHORT => 'MMM d', self::LONG => 'EEEE, MMMM d'],
        'en_GB' => [self::SHORT => 'd MMM', self::LONG => 'EEEE, d MMMM'],
    ];

    /** @var array<string, \IntlDateFormatter> by locale and skeleton */
    private array $formatters = [];

    public function __construct(private readonly LocaleSwitcher $locale)
    {
    }

    public function getFilters(): array
    {
        return [
            new TwigFilter('day', fn (\DateTimeInterface|string $day): string => $this->write($day, self::SHORT)),
            new TwigFilter('long_day', fn (\DateTimeInterface|string $day): string => $this->write($day, self::LONG)),
        ];
    }

    /** @param \DateTimeInterface|string $day as text, Y-m-d; its time of day and zone do not matter */
    private function write(\DateTimeInterface|string $day, string $skeleton): string
    {
        $date = new \DateTimeImmutable(\is_string($day) ? $day : $day->format('Y-m-d'), new \DateTimeZone('UTC'));

        return (string) $this->formatter($skeleton)->format($date);
    }

    private function formatter(string $skeleton): \IntlDateFormatter
    {
        $locale = $this->locale->getLocale();

        return $this->formatters[$locale.$skeleton] ??= new \IntlDateFormatter(
            $locale,
            \IntlDateFormatter::NONE,
            \IntlDateFormatter::NONE,
            'UTC',
            null,
            self::PATTERNS[$locale][$skeleton] ?? (string) (new \IntlDatePatternGenerator($locale))->getBestPattern($skeleton),
        );
    }
}
