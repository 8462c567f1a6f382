<?php

declare(strict_types=1);

/*
 * Reads the settings that bin/coin-stair generated (var/local, or COIN_STAIR_HOME), unless the environment names its own.
 */
return static function (): void {
    $home = getenv('COIN_STAIR_HOME') ?: dirname(__DIR__).'/var/local';
    $settings = [
        'APP_ENV' => 'prod',
        'APP_SECRET' => 'no-secret-was-generated',
        'COIN_STAIR_HOME' => $home,
        'DATABASE_URL' => 'mysql://nobody@127.0.0.1:1/coin_stair?serverVersion=10.11.6-MariaDB&charset=utf8mb4',
    ];
    if (is_readable($home.'/env')) {
        $settings = array_merge($settings, parse_ini_file($home.'/env', false, \INI_SCANNER_RAW) ?: []);
    }
    $settings['PUBLIC_ADDRESS'] ??= 'http://127.0.0.1:'.trim((string) @file_get_contents($home.'/port') ?: '8080');
    $url = is_readable($home.'/database-url') ? (string) file_get_contents($home.'/database-url') : '';
    if ('' !== $url) {
        $settings['DATABASE_URL'] = $url;
    }
    foreach ($settings as $name => $value) {
        $value = $_SERVER[$name] ?? (false !== getenv($name) ? getenv($name) : $value);
        $_SERVER[$name] = $_ENV[$name] = $value;
    }
};
