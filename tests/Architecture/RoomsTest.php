<?php

declare(strict_types=1);

namespace CoinStair\Architecture;

use PHPat\Selector\Selector;
use PHPat\Selector\SelectorInterface;
use PHPat\Test\Attributes\TestRule;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** Run by PHPStan: each room knows what the table allows it, and nothing else. */
final class RoomsTest
{
    #[TestRule]
    public function coreKnowsOnlyItselfAndPhp(): Rule
    {
        return PHPat::rule()
            ->classes(
                Selector::AllOf(Selector::inNamespace('CoinStair\Core'), Selector::NOT(Selector::inNamespace('CoinStair\Core\Tests'))),
            )
            ->shouldNot()
            ->dependOn()
            ->classes(
                Selector::inNamespace('App'),
                Selector::inNamespace('Symfony'),
                Selector::inNamespace('Doctrine'),
                Selector::inNamespace('Twig'),
                Selector::inNamespace('Psr'),
            )
            ->because('the rules of the job know nothing of the web, the database or the framework');
    }

    /** @return iterable<string, Rule> */
    #[TestRule]
    public function eachRoomKnowsOnlyWhatItMay(): iterable
    {
        $rooms = Rooms::all();
        foreach ($rooms as $room => $known) {
            $closed = array_diff(array_keys($rooms), [$room, ...$known]);
            if ([] === $closed) {
                continue;
            }
            yield $room => PHPat::rule()
                ->classes($this->room($room))
                ->shouldNot()
                ->dependOn()
                ->classes(...array_map($this->room(...), array_values($closed)))
                ->because("tests/Architecture/Rooms.php says what $room may know");
        }
    }

    /** The classes of a room, without those of the rooms inside it. */
    private function room(string $room): SelectorInterface
    {
        $inner = array_filter(array_keys(Rooms::all()), static fn (string $other): bool => str_starts_with($other, $room.'\\'));
        if ('' === $room) {
            throw new \LogicException('A room has a name.');
        }

        return [] === $inner
            ? Selector::inNamespace($room)
            : Selector::AllOf(
                Selector::inNamespace($room),
                ...array_map(
                    static fn (string $one): SelectorInterface => Selector::NOT(Selector::inNamespace('' === $one ? $room : $one)),
                    array_values($inner),
                ),
            );
    }
}
