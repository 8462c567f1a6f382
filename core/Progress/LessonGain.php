<?php

declare(strict_types=1);

namespace CoinStair\Core\Progress;

use CoinStair\Core\Score\Instrument;

/** What a lesson changed: which skills it introduced, brought to practised, secured, and which fell due, for whom (handbook 7). */
final readonly class LessonGain
{
    /**
     * @param list<SkillOfGroups> $introduced
     * @param list<SkillOfGroups> $practised
     * @param list<SkillOfGroups> $secured    for the first time, of what was never presumed
     * @param list<SkillOfGroups> $confirmed  that were presumed, and were shown: practised or secure now
     * @param list<SkillOfGroups> $renewed    that were due, and were touched
     * @param list<SkillOfGroups> $due        that are due on the day of the lesson and were not touched in it, the worst first
     */
    private function __construct(
        public array $introduced,
        public array $practised,
        public array $secured,
        public array $confirmed,
        public array $renewed,
        public array $due,
    ) {
    }

    /**
     * @param ClassSkills $before on the day of the lesson, as if it had not been
     * @param ClassSkills $after  on the day of the lesson
     */
    public static function of(ClassSkills $before, ClassSkills $after): self
    {
        $gains = ['introduced' => [], 'practised' => [], 'secured' => [], 'confirmed' => [], 'renewed' => []];
        foreach ($after->all() as $instrument => $skills) {
            foreach ($skills as $code => $state) {
                $kind = self::kind($before->of(Instrument::from($instrument), (string) $code), $state);
                if (null !== $kind) {
                    $gains[$kind][(string) $code][] = Instrument::from($instrument);
                }
            }
        }
        $lists = array_map(static function (array $skills): array {
            $list = [];
            foreach ($skills as $code => $instruments) {
                $list[] = new SkillOfGroups((string) $code, $instruments);
            }

            return $list;
        }, $gains);

        return new self(
            $lists['introduced'],
            $lists['practised'],
            $lists['secured'],
            $lists['confirmed'],
            $lists['renewed'],
            $after->due(),
        );
    }

    public function isNone(): bool
    {
        return [] === [...$this->introduced, ...$this->practised, ...$this->secured, ...$this->confirmed, ...$this->renewed];
    }

    private static function kind(SkillState $before, SkillState $after): ?string
    {
        return match (true) {
            $before->state === $after->state => null,
            State::Introduced === $after->state => 'introduced',
            State::Presumed === $before->state && State::DueAgain !== $after->state && State::NotMet !== $after->state => 'confirmed',
            State::Practised === $after->state && State::DueAgain !== $before->state => 'practised',
            State::Secure === $after->state && State::DueAgain !== $before->state => 'secured',
            State::DueAgain === $before->state => 'renewed',
            default => null,
        };
    }
}
