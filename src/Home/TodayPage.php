<?php

declare(strict_types=1);

namespace App\Home;

use CoinStair\Core\Skill\Catalogue;

/** The page of today. */
final readonly class TodayPage
{
    /** @var list<ClassCard> classes that meet today, by their start */
    public array $meets;
    /** @var list<ClassCard> by when they meet next */
    public array $others;
    /** ISO, 1 Monday. */
    public int $weekday;

    /** @param list<ClassCard> $cards of all classes */
    public function __construct(public \DateTimeImmutable $day, array $cards, public Catalogue $catalogue)
    {
        $this->weekday = $weekday = (int) $day->format('N');
        $meets = array_values(array_filter($cards, static fn (ClassCard $card): bool => '' !== $card->startsAt($weekday)));
        usort($meets, static fn (ClassCard $a, ClassCard $b): int => $a->startsAt($weekday) <=> $b->startsAt($weekday));
        $this->meets = $meets;
        $others = array_values(array_filter($cards, static fn (ClassCard $card): bool => '' === $card->startsAt($weekday)));
        // Those that meet soon first; of which nobody said when they meet, last.
        $never = $day->modify('+1 year');
        usort($others, static fn (ClassCard $a, ClassCard $b): int => ($a->next($day) ?? $never) <=> ($b->next($day) ?? $never));
        $this->others = $others;
    }
}
