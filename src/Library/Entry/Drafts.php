<?php

declare(strict_types=1);

namespace App\Library\Entry;

use App\Shared\Entity\Draft;
use App\Shared\Entity\User;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;

/** What the signed-in teacher is typing: kept at every pause, so that nothing typed is lost. */
final readonly class Drafts
{
    public const LONGEST_FIELD = 20_000;

    public function __construct(private EntityManagerInterface $entities, private Security $security, private ClockInterface $clock)
    {
    }

    /** @return array<string, string> the fields as they were last kept; none for no draft */
    public function fields(string $kind): array
    {
        return $this->find($kind)?->getFields() ?? [];
    }

    /**
     * In one statement, since two pauses of one page may come at once.
     *
     * @param array<string, string> $fields
     */
    public function keep(string $kind, array $fields): void
    {
        $kept = array_map(static fn (string $field): string => mb_substr($field, 0, self::LONGEST_FIELD), $fields);
        $user = $this->user();
        $this->entities->getConnection()->executeStatement(
            'INSERT INTO draft (program_id, user_id, kind, fields, changed_at) VALUES (?, ?, ?, ?, ?) '.
                'ON DUPLICATE KEY UPDATE fields = VALUES(fields), changed_at = VALUES(changed_at)',
            [
                $user->getProgram()->getId(),
                $user->getId(),
                $kind,
                json_encode($kept, \JSON_THROW_ON_ERROR),
                $this->clock->now()->format('Y-m-d H:i:s'),
            ],
        );
    }

    public function drop(string $kind): void
    {
        $draft = $this->find($kind);
        if (null !== $draft) {
            $this->entities->remove($draft);
            $this->entities->flush();
        }
    }

    private function find(string $kind): ?Draft
    {
        return $this->entities->getRepository(Draft::class)->findOneBy(['user' => $this->user(), 'kind' => $kind]);
    }

    private function user(): User
    {
        $user = $this->security->getUser();
        \assert($user instanceof User);

        return $user;
    }
}
