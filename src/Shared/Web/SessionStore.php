<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Doctrine\DBAL\Connection;
use Symfony\Component\HttpFoundation\Session\Storage\Handler\PdoSessionHandler;

/** Keeps sessions in the application's database, over the connection that the request uses anyway. */
final class SessionStore
{
    public static function handler(Connection $connection): PdoSessionHandler
    {
        $pdo = $connection->getNativeConnection();
        \assert($pdo instanceof \PDO);

        return new PdoSessionHandler($pdo, ['lock_mode' => PdoSessionHandler::LOCK_NONE]);
    }
}
