<?php

declare(strict_types=1);

namespace CoinStair\Core\Lesson;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Method\StepPurpose;
use CoinStair\Core\Score\Instrument;

/**
 * What a lesson asks for by itself, so that a teacher can leave it out or ask for it (handbook 6): a hold check, a warm-up, a review, a run
 * at its end, the own minutes of a group, one more go at what holds the whole back. The one place that knows how it is stored.
 */
final readonly class OwnStep
{
    private const GROUP = 'group';

    /**
     * @param int    $lesson number in the sequence, from 1
     * @param string $edges  of the chunk that is taken up once more; empty where it is no such step
     */
    private function __construct(
        public int $lesson,
        public StepPurpose $purpose,
        public ?WarmUp $warmUp = null,
        public ?Instrument $group = null,
        public string $edges = '',
    ) {
    }

    /** What a lesson has once, such as its review. */
    public static function of(int $lesson, StepPurpose $purpose): self
    {
        return new self($lesson, $purpose);
    }

    public static function warmUp(int $lesson, WarmUp $warmUp): self
    {
        return new self($lesson, StepPurpose::WarmUp, $warmUp);
    }

    /** The own minutes of a group. */
    public static function ofGroup(int $lesson, Instrument $group): self
    {
        return new self($lesson, StepPurpose::Learn, null, $group);
    }

    /** One more go at what holds the whole back. */
    public static function again(int $lesson, StepPurpose $purpose, Chunk $chunk): self
    {
        return new self($lesson, $purpose, edges: $chunk->edges());
    }

    /** @return self|null as stored() told it; none where no lesson asks for such a thing */
    public static function parse(string $stored): ?self
    {
        if (1 !== preg_match('/^([1-9]\d{0,3}) (\S+)(?: (\S+))?$/D', $stored, $parts)) {
            return null;
        }
        [, $lesson, $what, $about] = $parts + [3 => ''];
        $group = self::GROUP === $what ? Instrument::tryFrom($about) : null;
        if (null !== $group) {
            return self::ofGroup((int) $lesson, $group);
        }
        $purpose = StepPurpose::tryFrom($what);
        $warmUp = WarmUp::parse($about);

        return match (true) {
            StepPurpose::WarmUp === $purpose => null === $warmUp ? null : self::warmUp((int) $lesson, $warmUp),
            null === $purpose, '' !== $about && 1 !== preg_match('/^\d{1,5}\.\d{1,7}-\d{1,5}\.\d{1,7}$/D', $about) => null,
            default => new self((int) $lesson, $purpose, edges: $about),
        };
    }

    /**
     * @param list<string> $stored
     *
     * @return list<self> those that are understood
     */
    public static function parseAll(array $stored): array
    {
        return array_values(array_filter(array_map(self::parse(...), $stored)));
    }

    /** "3 review", "3 warm-up hand:D", "3 group bass", "3 learn 4.0-6.0". */
    public function stored(): string
    {
        return match (true) {
            null !== $this->group => $this->lesson.' '.self::GROUP.' '.$this->group->value,
            null !== $this->warmUp => $this->lesson.' '.$this->purpose->value.' '.$this->warmUp->code(),
            default => trim($this->lesson.' '.$this->purpose->value.' '.$this->edges),
        };
    }

    /**
     * Of what a lesson has more than one of, such as reviews, one that tells no edges stands for all.
     *
     * @param list<self> $others
     */
    public function isAmong(array $others): bool
    {
        $all = StepPurpose::Review === $this->purpose ? self::of($this->lesson, $this->purpose)->stored() : '';

        return [] !== array_intersect([$this->stored(), $all], array_map(static fn (self $other): string => $other->stored(), $others));
    }
}
