<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Shared\Entity\Chunk;
use App\Shared\Entity\Lesson;
use App\Shared\Entity\Sequence;
use CoinStair\Core\Lesson\TaughtStep;
use CoinStair\Core\Score\Notice;

/** Where a lesson that was held without the screen is written down. */
final readonly class WrittenPage
{
    /** @param array<int, Chunk> $chunks by id */
    public function __construct(
        public Sequence $sequence,
        public Lesson $lesson,
        public array $chunks,
        public WrittenInput $input,
        public string $today,
        public ?Notice $problem = null,
    ) {
    }

    /** By it what is sent is of the plan that was shown. */
    public function plan(): string
    {
        return self::planOf($this->lesson);
    }

    public static function planOf(Lesson $lesson): string
    {
        $steps = array_map(
            static fn (TaughtStep $step): array => [$step->id, $step->step->purpose->value, $step->step->stair->treads ?? []],
            $lesson->steps(),
        );

        return hash('xxh3', (string) json_encode($steps));
    }
}
