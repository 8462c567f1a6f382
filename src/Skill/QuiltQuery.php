<?php

declare(strict_types=1);

namespace App\Skill;

use CoinStair\Core\Progress\State;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Family;
use CoinStair\Core\Skill\Skill;
use Symfony\Component\HttpFoundation\InputBag;
use Symfony\Contracts\Translation\TranslatorInterface;

/** Which part of a quilt is asked for: a family, an instrument group, a state, words of a name; and the day. */
final readonly class QuiltQuery
{
    private function __construct(
        public ?Family $family,
        public ?Instrument $instrument,
        public ?State $state,
        public string $text,
        public string $on,
    ) {
    }

    /** @param InputBag<string> $query family, group, state, text, on (Y-m-d); what is no such thing counts as not named */
    public static function of(InputBag $query): self
    {
        $on = $query->getString('on');
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $on);

        return new self(
            Family::tryFrom($query->getString('family')),
            Instrument::tryFrom($query->getString('group')),
            State::tryFrom($query->getString('state')),
            mb_strtolower(trim(mb_substr($query->getString('text'), 0, 60))),
            false !== $day && $day->format('Y-m-d') === $on ? $on : '',
        );
    }

    /** Something narrows the skills, so that all that is left is shown at once. */
    public function isNarrow(): bool
    {
        return null !== $this->family || null !== $this->state || '' !== $this->text;
    }

    public function takes(Skill $skill, TranslatorInterface $translator): bool
    {
        return (null === $this->family || $skill->family === $this->family)
            && ('' === $this->text
                || str_contains(mb_strtolower($translator->trans($skill->name, [], 'skills')), $this->text)
                || str_contains($skill->code, $this->text));
    }

    /** @param list<State|null> $states of the groups */
    public function takesStates(array $states): bool
    {
        return null === $this->state || \in_array($this->state, $states, true);
    }

    /** @return array<string, string> for an address; without the family */
    public function parameters(): array
    {
        return array_filter([
            'group' => $this->instrument->value ?? '',
            'state' => $this->state->value ?? '',
            'text' => $this->text,
            'on' => $this->on,
        ]);
    }
}
