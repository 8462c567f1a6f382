<?php

declare(strict_types=1);

namespace CoinStair\Core\Score;

/**
 * A written note value: a whole divided by two so many times, with dots.
 */
final readonly class NoteValue
{
    private const MAX_DOTS = 3;

    private function __construct(
        /** 1 for a whole, 2 for a half, 4 for a quarter … 128 */
        public int $part,
        public int $dots,
    ) {
    }

    /**
     * The written value of a length, or none if it takes more than one note to write it.
     *
     * @param int $ticks as written, tuplets already taken out
     */
    public static function ofTicks(int $ticks): ?self
    {
        for ($part = 1; $part <= 128; $part *= 2) {
            $length = intdiv(Ticks::PER_WHOLE, $part);
            for ($dots = 0; $dots <= self::MAX_DOTS; ++$dots) {
                if (0 === $length % (1 << $dots) && $ticks === 2 * $length - intdiv($length, 1 << $dots)) {
                    return new self($part, $dots);
                }
            }
        }

        return null;
    }

    /**
     * A length cut into lengths that can each be written with one note, longest first.
     *
     * @return list<int> ticks; what is finer than a 128th stays in one last piece
     */
    public static function split(int $ticks): array
    {
        $pieces = [];
        for ($part = 1; $part <= 128 && $ticks > 0 && null === self::ofTicks($ticks); $part *= 2) {
            $length = intdiv(Ticks::PER_WHOLE, $part);
            while ($ticks > $length) {
                $pieces[] = $length;
                $ticks -= $length;
                if (null !== self::ofTicks($ticks)) {
                    break;
                }
            }
        }
        if ($ticks > 0) {
            $pieces[] = $ticks;
        }

        return $pieces;
    }

    /** US name of the value without its dots: "quarter". */
    public function name(): string
    {
        return match ($this->part) {
            1 => 'whole',
            2 => 'half',
            4 => 'quarter',
            8 => 'eighth',
            default => $this->part.(str_ends_with((string) $this->part, '2') ? 'nd' : 'th'),
        };
    }
}
