<?php

declare(strict_types=1);

namespace App\Skill;

use App\Shared\Entity\OwnSkill;
use App\Shared\Repository\SkillRepository;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Family;
use CoinStair\Core\Skill\Skill;
use Symfony\Component\HttpFoundation\InputBag;

/** A skill of a program's own, as it is typed. */
final readonly class SkillForm
{
    private const LONGEST_RULE = 1000;

    /**
     * @param list<string> $prerequisites codes
     * @param list<string> $instruments   names; none for all that have what the rule names
     */
    private function __construct(
        public string $name,
        public Family $family,
        public int $year,
        public array $prerequisites,
        public string $rule,
        public array $instruments,
    ) {
    }

    public static function blank(): self
    {
        return new self('', Family::Fingers, 2, [], '', []);
    }

    public static function ofSkill(Skill $skill): self
    {
        return new self(
            $skill->name,
            $skill->family,
            $skill->year(Instrument::Other),
            $skill->prerequisites,
            $skill->written,
            array_map(static fn (Instrument $one): string => $one->value, $skill->only),
        );
    }

    /** @param InputBag<string> $typed */
    public static function of(InputBag $typed, Catalogue $catalogue): self
    {
        $words = static fn (string $name): array => array_values(array_filter($typed->all($name), is_string(...)));

        return new self(
            mb_substr(trim(mb_scrub($typed->getString('name'))), 0, OwnSkill::NAME + 1),
            Family::tryFrom($typed->getString('family')) ?? Family::Fingers,
            max(1, min(4, (int) $typed->getString('year', '2'))),
            array_values(array_filter($words('prerequisites'), static fn (string $code): bool => null !== $catalogue->find($code))),
            mb_substr(trim(mb_scrub($typed->getString('rule'))), 0, self::LONGEST_RULE + 1),
            array_values(array_intersect(array_column(Instrument::strings(), 'value'), $words('instruments'))),
        );
    }

    /** The skill as it stands, unchecked but for its rule. */
    public function skill(string $code): Skill
    {
        $skill = Skill::own(
            $code,
            $this->name,
            $this->family,
            $this->year,
            $this->prerequisites,
            $this->rule,
            $this->instruments,
        );
        $skill->rule();

        return $skill;
    }

    /**
     * The skill, if all of it holds.
     *
     * @param string $code that it has; empty for a new one
     *
     * @throws Refusal
     */
    public function read(Catalogue $catalogue, string $code, SkillRepository $own): Skill
    {
        if ('' === $this->name) {
            throw Refusal::because('The skill needs a name.');
        }
        if (mb_strlen($this->name) > OwnSkill::NAME) {
            throw Refusal::because('The name is longer than {most} characters.', ['most' => (string) OwnSkill::NAME]);
        }
        $skill = $this->skill('' === $code ? self::free($this->name, $own) : $code);
        if ([] === $skill->instruments()) {
            throw Refusal::because('No instrument has what the rule names.');
        }
        foreach ($this->prerequisites as $before) {
            if ('' !== $code && $catalogue->closesCircle($code, $before)) {
                throw Refusal::because('"{skill}" comes after this skill already; the two would wait for each other.', [
                    'skill' => $catalogue->skills[$before]->name,
                ]);
            }
        }

        return $skill;
    }

    /** A code that nobody has, made of the name. */
    private static function free(string $name, SkillRepository $own): string
    {
        $ascii = strtolower((string) iconv('UTF-8', 'ASCII//TRANSLIT//IGNORE', $name));
        $word = trim((string) preg_replace('/[^a-z0-9]+/', '-', $ascii), '-');
        $code = 'own.'.('' === $word ? 'skill' : substr($word, 0, 40));
        for ($number = 2; null !== $own->ownOf($code); ++$number) {
            $code = 'own.'.substr('' === $word ? 'skill' : $word, 0, 40).'-'.$number;
        }

        return $code;
    }
}
