<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

use App\Shared\Web\Typed;
use CoinStair\Core\Lesson\ByHand;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Lesson\Others;
use CoinStair\Core\Lesson\Version;
use CoinStair\Core\Lesson\Who;
use CoinStair\Core\Lesson\WhoKind;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Stair\CoinRule;
use Symfony\Component\HttpFoundation\InputBag;

/** The form of a step: what is left empty stays reckoned, what is filled is set by hand. */
final readonly class StepInput
{
    private const MOST_TREADS = 12;
    private const LONGEST = 30.0;
    private const MOST_TURNS = 12;

    /**
     * What cannot be saved of what was typed, as far as a field is to blame.
     *
     * @param InputBag<string> $fields
     *
     * @return array{string, Notice}|null name of the field, and what was expected
     */
    public static function wrong(InputBag $fields): ?array
    {
        foreach (['treads' => self::treads(...), 'minutes' => self::seconds(...)] as $name => $read) {
            try {
                $read($fields->getString($name));
            } catch (Refusal $refusal) {
                return [$name, $refusal->notice];
            }
        }

        return null;
    }

    /**
     * @param InputBag<string> $fields
     * @param ByHand           $before what was set of it before
     * @param CoinRule         $class  rule of the class
     *
     * @throws Refusal that names the field and what was expected
     */
    public static function read(InputBag $fields, ByHand $before, CoinRule $class): ByHand
    {
        $kind = WhoKind::tryFrom($fields->getString('who'));
        $instruments = array_values(
            array_filter(
                array_map(
                    static fn (mixed $name): ?Instrument => \is_string($name) ? Instrument::tryFrom($name) : null,
                    $fields->all('instruments'),
                ),
            ),
        );

        return new ByHand(
            self::treads($fields->getString('treads')),
            self::rule($fields, $class),
            $fields->getBoolean('roundsByHand') ? self::rounds($fields->all('rounds')) : null,
            self::seconds($fields->getString('minutes')),
            null === $kind ? null : Who::of($kind, $instruments, Others::tryFrom($fields->getString('others')) ?? Others::None),
            Mode::tryFrom($fields->getString('mode')) ?? $before->mode,
            max(1, min(self::MOST_TURNS, Typed::number($fields, 'turns', 1))),
            lesson: $before->lesson,
            easier: Version::tryFrom($fields->getString('easier')),
            fuller: Version::tryFrom($fields->getString('fuller')),
        );
    }

    /**
     * @return non-empty-list<int>|null none where it is left to be reckoned
     *
     * @throws Refusal
     */
    private static function treads(string $typed): ?array
    {
        $treads = [];
        foreach (preg_split('/[\s,;·]+/u', trim($typed), -1, \PREG_SPLIT_NO_EMPTY) ?: [] as $tempo) {
            $last = $treads[\count($treads) - 1] ?? 19;
            if (!ctype_digit($tempo) || (int) $tempo <= $last || (int) $tempo > 300 || \count($treads) >= self::MOST_TREADS) {
                throw Refusal::because('Treads: up to 12 tempos from 20 to 300 that rise, such as 60, 66, 72; not "{typed}".', [
                    'typed' => mb_substr($tempo, 0, 20),
                ]);
            }
            $treads[] = (int) $tempo;
        }

        return [] === $treads ? null : $treads;
    }

    /** @param InputBag<string> $fields */
    private static function rule(InputBag $fields, CoinRule $class): ?CoinRule
    {
        $top = $fields->getString('coins');
        $below = $fields->getString('below');
        if ('' === $top && '' === $below) {
            return null;
        }
        $within = static fn (string $typed, int $usual): int => ctype_digit($typed) ? max(1, min(10, (int) $typed)) : $usual;

        return CoinRule::of(
            $class->goingOn,
            $within($top, $class->top),
            $class->missesDown,
            $class->treadsBack,
            $within($below, $class->below),
        );
    }

    /**
     * @param array<array-key, mixed> $names
     *
     * @return list<Mode>
     */
    private static function rounds(array $names): array
    {
        return array_values(
            array_filter(array_map(static fn (mixed $name): ?Mode => \is_string($name) ? Mode::tryFrom($name) : null, $names)),
        );
    }

    /**
     * @return float|null none where it is left to be reckoned
     *
     * @throws Refusal
     */
    private static function seconds(string $typed): ?float
    {
        $typed = str_replace(',', '.', trim($typed));
        if ('' === $typed) {
            return null;
        }
        $minutes = 1 === preg_match('/^(\d{1,2}):([0-5]\d)$/', $typed, $match)
            ? (int) $match[1] + (int) $match[2] / 60
            : (is_numeric($typed) ? (float) $typed : 0.0);
        if ($minutes < 0.25 || $minutes > self::LONGEST) {
            throw Refusal::because('Minutes: between 0:15 and 30, such as 4:30 or 4.5; not "{typed}".', [
                'typed' => mb_substr($typed, 0, 20),
            ]);
        }

        return round($minutes * 60, 1);
    }
}
