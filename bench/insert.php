<?php

declare(strict_types=1);

/*
 * Milliseconds that one bare durable insert takes, over one connection, in the database of the application: half of the yardstick of
 * load.mjs. It makes a table of its own and drops it.
 */

$home = getenv('COIN_STAIR_HOME') ?: dirname(__DIR__).'/var/local';
$parts = parse_url((string) file_get_contents($home.'/database-url')) ?: [];
$database = new PDO(
    sprintf('mysql:host=%s;port=%d;dbname=%s', $parts['host'] ?? '', $parts['port'] ?? 0, trim($parts['path'] ?? '', '/')),
    $parts['user'] ?? '',
    $parts['pass'] ?? '',
);
$database->exec('CREATE TABLE bench_insert (id CHAR(36) NOT NULL PRIMARY KEY, at BIGINT NOT NULL) ENGINE=InnoDB');
try {
    $insert = $database->prepare('INSERT INTO bench_insert VALUES (?, ?)');
    $times = [];
    for ($row = 0; $row < 600; ++$row) {
        $start = hrtime(true);
        $insert->execute([bin2hex(random_bytes(18)), $row]);
        $times[] = (hrtime(true) - $start) / 1e6;
    }
    sort($times);
    printf("%.4f\n", $times[300]);
} finally {
    $database->exec('DROP TABLE bench_insert');
}
