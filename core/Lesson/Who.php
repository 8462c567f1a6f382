<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Score\Instrument;

/** Who plays a step, and what the others do (handbook 6). */
final readonly class Who
{
    /** @param list<Instrument> $instruments that play; none where all do */
    private function __construct(public WhoKind $kind, public array $instruments, public Others $others)
    {
    }

    public static function all(): self
    {
        return new self(WhoKind::All, [], Others::None);
    }

    /** @param list<Instrument> $instruments all if none are named */
    public static function of(WhoKind $kind, array $instruments = [], Others $others = Others::None): self
    {
        $kind = [] === $instruments && WhoKind::Instruments === $kind ? WhoKind::All : $kind;

        return new self($kind, $instruments, $others);
    }

    /** @param non-empty-list<Instrument> $instruments */
    public static function only(array $instruments, Others $others): self
    {
        return new self(WhoKind::Instruments, $instruments, $others);
    }

    /** @return array{kind: string, instruments: list<string>, others: string} */
    public function stored(): array
    {
        return [
            'kind' => $this->kind->value,
            'instruments' => array_map(static fn (Instrument $one): string => $one->value, $this->instruments),
            'others' => $this->others->value,
        ];
    }

    /** @param array{kind: string, instruments: list<string>, others: string} $row as stored() made it */
    public static function parse(array $row): self
    {
        return self::of(
            WhoKind::from($row['kind']),
            array_map(Instrument::from(...), $row['instruments']),
            Others::from($row['others']),
        );
    }
}
