<?php

declare(strict_types=1);

namespace App\Shared\Repository;

use App\Shared\Entity\Lesson;

/** A lesson without its plan: what tells one state of its log from any other, and where it belongs. */
final readonly class LessonLine
{
    /**
     * @param string $day   Y-m-d
     * @param int    $piece id
     * @param int    $size  entries of its log
     * @param int    $hash  of their ids
     * @param string $begun Y-m-d H:i:s
     */
    public function __construct(
        public int $id,
        public string $day,
        public int $piece,
        public int $size,
        public int $hash,
        public string $begun,
    ) {
    }

    /** @param array{size: int|string, hash: int|string, begun: string} $log as the database has it */
    public static function of(Lesson $lesson, array $log): self
    {
        return new self(
            (int) $lesson->getId(),
            $lesson->getDay()->format('Y-m-d'),
            (int) $lesson->getPiece()->getId(),
            (int) $log['size'],
            (int) $log['hash'],
            $log['begun'],
        );
    }

    /** @return array{int, int, string} what its log follows from */
    public function log(): array
    {
        return [$this->size, $this->hash, $this->begun];
    }
}
