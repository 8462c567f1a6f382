<?php

declare(strict_types=1);

namespace App\Lesson\Teach;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\User;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * What a screen shows to read and write the log of one lesson, without a session: so that a coin that waited for a night is still taken,
 * and asking for news costs one query. It opens nothing else, ends with the epoch of its account, and after two weeks.
 */
final readonly class LessonKeys
{
    public const HEADER = 'X-Lesson-Key';
    private const SECONDS = 14 * 86400;

    public function __construct(#[Autowire('%kernel.secret%')] private string $secret, private ClockInterface $clock)
    {
    }

    public function make(User $user, Lesson $lesson): string
    {
        return $this->signed(
            (int) $user->getId(),
            $user->getEpoch(),
            (int) $lesson->getId(),
            $this->clock->now()->getTimestamp() + self::SECONDS,
        );
    }

    /** What a key opens; null if it is none of ours, of another lesson, or too old. */
    public function read(string $key, int $lesson): ?LessonKey
    {
        return $this->opened($key, $lesson, $this->clock->now()->getTimestamp());
    }

    /** Whether a key is one of ours to a lesson, however old it is and whoever has it: what was signed once is known to have been there. */
    public function wasMade(string $key, int $lesson): bool
    {
        return null !== $this->opened($key, $lesson, 0);
    }

    /** @param int $at seconds since 1970: one that was over before opens nothing */
    private function opened(string $key, int $lesson, int $at): ?LessonKey
    {
        if (1 !== preg_match('/^(\d{1,10})\.(\d{1,10})\.(\d{1,10})\.(\d{1,12})\.[\da-f]{64}$/D', $key, $found)) {
            return null;
        }
        [, $account, $epoch, $of, $until] = array_map(intval(...), $found);
        $good = hash_equals($this->signed($account, $epoch, $of, $until), $key);

        return $good && $of === $lesson && $until >= $at ? new LessonKey($account, $epoch, $of) : null;
    }

    private function signed(int $account, int $epoch, int $lesson, int $until): string
    {
        $says = "$account.$epoch.$lesson.$until";

        return $says.'.'.hash_hmac('sha256', 'lesson-log.'.$says, $this->secret);
    }
}
