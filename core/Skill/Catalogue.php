<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill;

use CoinStair\Core\Score\Instrument;

/** All skills: those that ship, and those that a program added of its own (handbook 7). */
final class Catalogue implements \JsonSerializable
{
    private const INSTRUMENTS = [
        'v' => Instrument::Violin,
        'a' => Instrument::Viola,
        'c' => Instrument::Cello,
        'b' => Instrument::Bass,
    ];

    /** @var array<string, list<string>> by code */
    private array $deeper = [];
    /** @var array<string, array<string, list<string>>> those that apply, by instrument and code */
    private array $before = [];

    /** @param array<string, Skill> $skills by code, family by family */
    private function __construct(public readonly array $skills, private readonly string $state)
    {
    }

    /** The one that ships. */
    public static function shipped(): self
    {
        /** @var self|null $shipped */
        static $shipped = null;

        return $shipped ??= self::read();
    }

    /**
     * With skills of a program; those of a code that is taken are left out.
     *
     * @param list<Skill> $own
     */
    public function with(array $own): self
    {
        if ([] === $own) {
            return $this;
        }
        $skills = $this->skills;
        foreach ($own as $skill) {
            $skills[$skill->code] ??= $skill;
        }
        $order = array_flip(array_column(Family::cases(), 'value'));
        uasort($skills, static fn (Skill $one, Skill $other): int => $order[$one->family->value] <=> $order[$other->family->value]);

        return new self($skills, $this->state.'+'.hash('xxh128', json_encode($own, \JSON_THROW_ON_ERROR)));
    }

    /** @return list<string> of all skills, in order */
    public function codes(): array
    {
        return array_map(strval(...), array_keys($this->skills));
    }

    public function find(string $code): ?Skill
    {
        return $this->skills[$code] ?? null;
    }

    /** @return list<Skill> that apply to an instrument */
    public function of(Instrument $instrument): array
    {
        return array_values(array_filter($this->skills, static fn (Skill $skill): bool => $skill->appliesTo($instrument)));
    }

    /**
     * What comes before a skill, and before that: the deepest first, each once. Those that do not apply to the instrument are passed over.
     *
     * @return list<string> codes, without the skill's own
     */
    public function before(string $code, Instrument $instrument): array
    {
        return $this->before[$instrument->value][$code] ??= array_values(
            array_filter(
                $this->deeper[$code] ??= $this->reckonBefore($code),
                fn (string $one): bool => true === $this->find($one)?->appliesTo($instrument),
            ),
        );
    }

    /** A prerequisite would make a circle: it needs the skill itself, directly or not. */
    public function closesCircle(string $code, string $prerequisite): bool
    {
        return $code === $prerequisite || \in_array($code, $this->reckonBefore($prerequisite), true);
    }

    /** What tells two apart, for a fingerprint. */
    public function jsonSerialize(): string
    {
        return $this->state;
    }

    /** @return list<string> */
    private function reckonBefore(string $code): array
    {
        $order = $open = [];
        $visit = function (string $of) use (&$visit, &$order, &$open): void {
            if (isset($open[$of])) {
                return;
            }
            $open[$of] = true;
            foreach ($this->find($of)->prerequisites ?? [] as $before) {
                $visit($before);
            }
            $order[] = $of;
        };
        $visit($code);
        array_pop($order);

        return $order;
    }

    private static function read(): self
    {
        /**
         * @var array{
         *     version: int,
         *     skills: list<array{
         *         0: string, 1: string, 2: string, 3: string, 4: string, 5: int|array<string, int>, 6: list<string>, 7: string,
         *     }>,
         * } $data
         */
        $data = require __DIR__.'/catalogue.php';
        $skills = [];
        foreach ($data['skills'] as $row) {
            [$code, $name, $british, $family, $letters, $years, $prerequisites, $rule] = $row;
            $skills[$code] = new Skill(
                $code,
                $name,
                '' === $british ? $name : $british,
                Family::from($family),
                \is_int($years) ? ['' => $years] : $years,
                $prerequisites,
                $rule,
                array_map(static fn (string $letter): Instrument => self::INSTRUMENTS[$letter], str_split($letters)),
            );
        }

        return new self($skills, (string) $data['version']);
    }
}
