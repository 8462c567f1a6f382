<?php

declare(strict_types=1);

require dirname(__DIR__).'/vendor/autoload.php';

// bin/test names the database of its own instance; by hand, the one that bin/coin-stair runs serves, under another name.
$url = getenv('DATABASE_URL');
if (false === $url) {
    $url = str_replace('/coin_stair?', '/coin_stair_test?', (string) @file_get_contents(dirname(__DIR__).'/var/local/database-url'));
}
// Each process of a parallel run has a database of its own.
$token = getenv('TEST_TOKEN');
if (false !== $token && '' !== $token) {
    $url = str_replace('/coin_stair_test?', '/coin_stair_test_'.$token.'?', $url);
}
$_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = $url;
