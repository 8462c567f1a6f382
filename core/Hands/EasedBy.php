<?php

declare(strict_types=1);

namespace CoinStair\Core\Hands;

/** What an eased part keeps of its line, from the most to the least (handbook 2). */
enum EasedBy: string
{
    case Beats = 'beats';
    case StrongBeats = 'strong beats';
    /** on the strong beats, with an open string or root that fits where the note itself is out of reach */
    case OpenStrings = 'open strings';

    /** What keeps less. */
    public function less(): self
    {
        return self::Beats === $this ? self::StrongBeats : self::OpenStrings;
    }

    /** @param non-empty-array<self> $ways */
    public static function least(array $ways): self
    {
        $cases = self::cases();

        return $cases[max(array_map(static fn (self $way): int => (int) array_search($way, $cases, true), $ways))];
    }

    /** What is told when it was added; {part} is its name. */
    public function added(): string
    {
        return match ($this) {
            self::Beats => '{part} was added: where the part was too much, the notes on the beats.',
            self::StrongBeats => '{part} was added: where the part was too much, the notes on the strong beats.',
            self::OpenStrings => '{part} was added: where the part was too much, open strings and roots on the strong beats.',
        };
    }
}
