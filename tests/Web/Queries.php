<?php

declare(strict_types=1);

namespace App\Tests;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractConnectionMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractStatementMiddleware;
use Doctrine\DBAL\Driver\Result;
use Doctrine\DBAL\Driver\Statement;
use Doctrine\DBAL\ParameterType;

/** What is asked of the database, with its values. */
final class Queries implements Middleware
{
    /** @var list<string> */
    public static array $asked = [];

    /** @return list<string> what was read since it was called before */
    public static function read(): array
    {
        $asked = array_values(array_filter(self::$asked, static fn (string $query): bool => str_starts_with($query, 'SELECT')));
        self::$asked = [];

        return $asked;
    }

    public function wrap(Driver $driver): Driver
    {
        return new class($driver) extends AbstractDriverMiddleware {
            public function connect(array $params): Connection
            {
                return new class(parent::connect($params)) extends AbstractConnectionMiddleware {
                    public function prepare(string $sql): Statement
                    {
                        return new class(parent::prepare($sql), $sql) extends AbstractStatementMiddleware {
                            /** @var array<int|string, mixed> */
                            private array $values = [];

                            public function __construct(Statement $statement, private readonly string $sql)
                            {
                                parent::__construct($statement);
                            }

                            public function bindValue(int|string $param, mixed $value, ParameterType $type): void
                            {
                                $this->values[$param] = $value;
                                parent::bindValue($param, $value, $type);
                            }

                            public function execute(): Result
                            {
                                Queries::$asked[] = $this->sql.' '.json_encode($this->values, \JSON_PARTIAL_OUTPUT_ON_ERROR);

                                return parent::execute();
                            }
                        };
                    }

                    public function query(string $sql): Result
                    {
                        Queries::$asked[] = $sql;

                        return parent::query($sql);
                    }
                };
            }
        };
    }
}
