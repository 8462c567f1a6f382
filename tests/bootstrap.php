<?php

declare(strict_types=1);

require dirname(__DIR__).'/vendor/autoload.php';

// bin/test names the database of its own instance; by hand, the one that bin/coin-stair runs serves, under another name.
if (false === getenv('DATABASE_URL')) {
    $url = @file_get_contents(dirname(__DIR__).'/var/local/database-url');
    $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = str_replace('/coin_stair?', '/coin_stair_test?', (string) $url);
}
