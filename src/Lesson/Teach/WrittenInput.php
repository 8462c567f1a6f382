<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\SchoolClass;
use App\Shared\Web\Typed;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Score\Refusal;
use Symfony\Component\HttpFoundation\InputBag;

/** What a teacher remembers of a lesson that was held without the screen, as it was typed. */
final readonly class WrittenInput
{
    public const PLAYED = 'played';
    private const LONGEST = 240;

    /** @param array<array-key, string> $steps number of the last tread that was won, "played" if none was, empty if it was not played */
    private function __construct(
        public string $day,
        public string $minutes,
        public string $remark,
        public array $steps,
    ) {
    }

    /** As the form is opened: a lesson of today that took its usual time, of which nothing is said yet. */
    public static function of(SchoolClass $class, string $today): self
    {
        return new self($today, (string) $class->getMinutes(), '', []);
    }

    /** @param InputBag<string> $typed */
    public static function read(InputBag $typed): self
    {
        return new self(
            trim($typed->getString('day')),
            trim($typed->getString('minutes')),
            trim($typed->getString('remark')),
            array_filter($typed->all('steps'), is_string(...)),
        );
    }

    /**
     * It went as it was planned.
     *
     * @param list<TaughtStep> $steps
     */
    public function asPlanned(array $steps): self
    {
        $said = [];
        foreach ($steps as $step) {
            if (null !== $step->step->stair && $step->isPlayed() && !$step->isSpare) {
                $said[$step->id] = (string) (\count($step->step->stair->treads) - 1);
            }
        }

        return new self($this->day, $this->minutes, $this->remark, $said);
    }

    /**
     * @param string $today Y-m-d
     *
     * @return \DateTimeImmutable noon of the day in the time zone of the program, since nobody said the hour
     *
     * @throws Refusal
     */
    public function begun(string $today, \DateTimeZone $zone): \DateTimeImmutable
    {
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d H', $this->day.' 12', $zone);
        if (false === $day || $day->format('Y-m-d') !== $this->day || $this->day > $today || $this->day < '2000-01-01') {
            throw Refusal::because('The day of a lesson is a date, not later than today.');
        }

        return $day;
    }

    /** @throws Refusal */
    public function seconds(): int
    {
        $minutes = Typed::whole($this->minutes);
        if ($minutes < 1 || $minutes > self::LONGEST) {
            throw Refusal::because('A lesson takes 1 to 240 minutes.');
        }

        return 60 * $minutes;
    }

    /** @throws Refusal */
    public function remark(): string
    {
        if (mb_strlen($this->remark) > Lesson::LONGEST_REMARK) {
            throw Refusal::because('A word for next time has at most 1000 letters.');
        }

        return $this->remark;
    }

    /**
     * @param list<TaughtStep> $steps of the lesson as it is planned
     *
     * @return array<array-key, int|null> number of the last tread that was won, by id of the step; none where it was only played
     *
     * @throws Refusal
     */
    public function reached(array $steps): array
    {
        $reached = [];
        foreach ($steps as $step) {
            $said = $this->steps[$step->id] ?? '';
            if ('' === $said || null === $step->step->stair || !$step->isPlayed()) {
                continue;
            }
            $tread = Typed::whole($said);
            if (self::PLAYED !== $said && (!ctype_digit($said) || !isset($step->step->stair->treads[$tread]))) {
                throw Refusal::because('Choose for each step up to which tempo it was won.');
            }
            $reached[$step->id] = self::PLAYED === $said ? null : $tread;
        }
        if ([] === $reached) {
            throw Refusal::because('Say of one step at least that it was played.');
        }

        return $reached;
    }
}
