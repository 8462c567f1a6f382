<?php

declare(strict_types=1);

namespace App\Shared\Tables;

use Doctrine\DBAL\Connection;
use Doctrine\Migrations\Query\Query;

/**
 * Does the statements of one change of tables, each exactly once, whenever it is broken off and begun again. A statement that changes rows
 * is one transaction with the note that it was done. One that changes tables cannot be: before it, the state of all tables is noted, and
 * where it was broken off, the tables themselves tell whether it was done, since the database does such a statement wholly or not at all.
 */
final readonly class TableChange
{
    /** Where it is noted what was done of a change that is under way. */
    public const TABLE = 'table_change';
    private const CHANGES_TABLES = '/^\s*(?:CREATE|ALTER|DROP|RENAME)\s/i';

    public function __construct(private Connection $database)
    {
    }

    /**
     * @param string      $version    name of the change
     * @param list<Query> $statements always the same ones, in the same order
     *
     * @throws UnknownChange if what was begun are other statements
     */
    public function run(string $version, array $statements): void
    {
        $this->database->executeStatement(
            'CREATE TABLE IF NOT EXISTS '.self::TABLE.' (version VARCHAR(120) NOT NULL, number INT NOT NULL, statement CHAR(32) NOT NULL, '.
                'tables_before CHAR(32) NOT NULL, done TINYINT NOT NULL, PRIMARY KEY (version, number)) DEFAULT CHARACTER SET utf8mb4',
        );
        /** @var array<int, array{statement: string, tables_before: string, done: int|string}> $begun */
        $begun = $this->database->fetchAllAssociativeIndexed(
            'SELECT number, statement, tables_before, done FROM '.self::TABLE.' WHERE version = ?',
            [$version],
        );
        foreach ($statements as $number => $query) {
            $hash = hash('xxh128', $query->getStatement().json_encode($query->getParameters(), \JSON_THROW_ON_ERROR));
            $before = $begun[$number] ?? null;
            if (null !== $before && $before['statement'] !== $hash) {
                throw UnknownChange::of($version, $number);
            }
            if (1 === (int) ($before['done'] ?? 0)) {
                continue;
            }
            if (1 !== preg_match(self::CHANGES_TABLES, $query->getStatement())) {
                $this->changeRows($version, $number, $hash, $query);
            } elseif (null === $before || $before['tables_before'] === $this->tables()) {
                $this->changeTables($version, $number, $hash, $query);
            } else {
                $this->note($version, $number, $hash, $before['tables_before'], true);
            }
        }
    }

    /** It is over, and nothing of it has to be known any more. */
    public function forget(string $version): void
    {
        $this->database->executeStatement('DELETE FROM '.self::TABLE.' WHERE version = ?', [$version]);
    }

    private function changeRows(string $version, int $number, string $hash, Query $query): void
    {
        $this->database->transactional(function () use ($version, $number, $hash, $query): void {
            $this->execute($query);
            $this->note($version, $number, $hash, '', true);
        });
    }

    private function changeTables(string $version, int $number, string $hash, Query $query): void
    {
        $before = $this->tables();
        $this->note($version, $number, $hash, $before, false);
        $this->execute($query);
        $this->note($version, $number, $hash, $before, true);
    }

    private function execute(Query $query): void
    {
        $this->database->executeStatement($query->getStatement(), array_values($query->getParameters()));
    }

    private function note(string $version, int $number, string $hash, string $before, bool $done): void
    {
        $this->database->executeStatement(
            'REPLACE INTO '.self::TABLE.' (version, number, statement, tables_before, done) VALUES (?, ?, ?, ?, ?)',
            [$version, $number, $hash, $before, (int) $done],
        );
    }

    /** What tells one state of all tables from any other, whatever rows they have. */
    private function tables(): string
    {
        /** @var list<string> $names */
        $names = $this->database->fetchFirstColumn('SHOW TABLES');
        sort($names);
        $hash = hash_init('xxh128');
        foreach ($names as $name) {
            $made = $this->database->fetchNumeric('SHOW CREATE TABLE `'.$name.'`')[1] ?? '';
            hash_update($hash, preg_replace('/ AUTO_INCREMENT=\d+/', '', \is_string($made) ? $made : '')."\n");
        }

        return hash_final($hash);
    }
}
