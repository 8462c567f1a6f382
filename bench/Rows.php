<?php

declare(strict_types=1);

namespace CoinStair\Bench;

/** The database of the home that is measured, for rows that a benchmark makes and deletes again. */
final readonly class Rows
{
    public \PDO $database;

    public function __construct()
    {
        $home = getenv('COIN_STAIR_HOME') ?: \dirname(__DIR__).'/var/local';
        $parts = parse_url((string) file_get_contents($home.'/database-url')) ?: [];
        $this->database = new \PDO(
            \sprintf('mysql:host=%s;port=%d;dbname=%s', $parts['host'] ?? '', $parts['port'] ?? 0, trim($parts['path'] ?? '', '/')),
            $parts['user'] ?? '',
            $parts['pass'] ?? '',
        );
    }

    /** @return list<array<string, int|string|null>> */
    public function of(string $query): array
    {
        /** @var list<array<string, int|string|null>> $rows */
        $rows = iterator_to_array($this->database->query($query, \PDO::FETCH_ASSOC) ?: [], false);

        return $rows;
    }

    /** Names of a table's columns but for some, for a query that copies rows. */
    public function columns(string $table, string ...$but): string
    {
        /** @var list<string> $names */
        $names = array_column($this->of("DESCRIBE $table"), 'Field');

        return implode(', ', array_diff($names, $but));
    }
}
