<?php

declare(strict_types=1);

namespace App\Tests;

use App\Shared\Tables\TableChange;
use App\Shared\Tables\UnknownChange;
use Doctrine\DBAL\Configuration;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection as DriverConnection;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractConnectionMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;
use Doctrine\DBAL\Driver\Result;
use Doctrine\DBAL\Driver\Statement;
use Doctrine\DBAL\DriverManager;
use Doctrine\DBAL\Exception\NoActiveTransaction;
use Doctrine\DBAL\Tools\DsnParser;
use Doctrine\Migrations\Query\Query;
use PHPUnit\Framework\TestCase;

/** A change of tables that is broken off at any point is gone on with, and each of its statements is done once. */
final class TableChangeTest extends TestCase
{
    private const STATEMENTS = [
        'CREATE TABLE tune (id INT AUTO_INCREMENT NOT NULL, title VARCHAR(20) NOT NULL, PRIMARY KEY (id))',
        "INSERT INTO tune (title) VALUES ('Gate'), ('Rope')",
        'ALTER TABLE tune ADD beats INT DEFAULT 4 NOT NULL',
        'UPDATE tune SET beats = beats * 2',
        'ALTER TABLE tune CHANGE beats length INT NOT NULL',
        'UPDATE tune SET length = length + 1',
        'CREATE INDEX by_length ON tune (length)',
        'RENAME TABLE tune TO song',
        "INSERT INTO song (title, length) SELECT 'Walk', MAX(length) FROM song",
        'ALTER TABLE song DROP title',
    ];

    private string $name;

    protected function setUp(): void
    {
        $this->name = 'coin_stair_test_change_'.getmypid();
        $this->database(\PHP_INT_MAX, null)->executeStatement("CREATE DATABASE $this->name CHARACTER SET utf8mb4");
    }

    protected function tearDown(): void
    {
        $this->database(\PHP_INT_MAX, null)->executeStatement("DROP DATABASE $this->name");
    }

    public function testBrokenOffAnywhereItIsGoneOnWithAndDoneOnce(): void
    {
        $whole = $this->counted(\PHP_INT_MAX);
        self::assertGreaterThan(20, $whole);
        // Broken off after each message to the database, by which all else is done or not.
        for ($last = 1; $last < $whole; ++$last) {
            self::assertSame($last, $this->counted($last), 'it is broken off');
            (new TableChange($this->database(\PHP_INT_MAX)))->run('one', self::queries());
            $lengths = $this->database(\PHP_INT_MAX)->fetchFirstColumn('SELECT length FROM song ORDER BY id');
            self::assertEquals([9, 9, 9], $lengths, "broken off after message $last");
        }
    }

    public function testWhatIsOverIsForgotten(): void
    {
        $database = $this->database(\PHP_INT_MAX);
        $change = new TableChange($database);
        $change->run('one', self::queries());
        $change->run('two', []);
        $change->forget('one');
        self::assertEquals(0, $database->fetchOne('SELECT COUNT(*) FROM table_change'));
    }

    public function testOtherStatementsThanThoseThatWereBegunAreRefused(): void
    {
        $this->counted(12);
        $this->expectException(UnknownChange::class);
        (new TableChange($this->database(\PHP_INT_MAX)))->run('one', [new Query('CREATE TABLE other (id INT)')]);
    }

    /** @return int messages after which the change was over, or broken off, from empty tables */
    private function counted(int $last): int
    {
        $database = $this->database(\PHP_INT_MAX);
        foreach (['tune', 'song', 'table_change'] as $table) {
            $database->executeStatement("DROP TABLE IF EXISTS $table");
        }
        $count = 0;
        try {
            (new TableChange($this->database($last, $this->name, $count)))->run('one', self::queries());
        } catch (BrokenOff|NoActiveTransaction) {
            // Where it goes after its last message, nothing is left to take back.
        }

        return $count;
    }

    /** @return list<Query> */
    private static function queries(): array
    {
        return array_map(static fn (string $sql): Query => new Query($sql), self::STATEMENTS);
    }

    /** A connection that is gone after a number of messages: what was sent last was still done. */
    private function database(int $last, ?string $name = 'own', int &$count = 0): Connection
    {
        $url = $_SERVER['DATABASE_URL'] ?? '';
        $parameters = (new DsnParser(['mysql' => 'pdo_mysql']))->parse(\is_string($url) ? $url : '');
        unset($parameters['dbname']);
        if (null !== $name) {
            $parameters['dbname'] = $this->name;
        }
        $count = 0;
        $configuration = new Configuration();
        $configuration->setMiddlewares([new BreaksOff(static function () use (&$count, $last): void {
            if (++$count >= $last) {
                throw new BrokenOff();
            }
        })]);

        return DriverManager::getConnection($parameters, $configuration);
    }
}

final class BrokenOff extends \RuntimeException
{
}

final readonly class BreaksOff implements Middleware
{
    /** @param \Closure(): void $sent */
    public function __construct(private \Closure $sent)
    {
    }

    public function wrap(Driver $driver): Driver
    {
        return new class($driver, $this->sent) extends AbstractDriverMiddleware {
            /** @param \Closure(): void $sent */
            public function __construct(Driver $driver, private readonly \Closure $sent)
            {
                parent::__construct($driver);
            }

            public function connect(array $params): DriverConnection
            {
                return new class(parent::connect($params), $this->sent) extends AbstractConnectionMiddleware {
                    /** @param \Closure(): void $sent */
                    public function __construct(DriverConnection $connection, private readonly \Closure $sent)
                    {
                        parent::__construct($connection);
                    }

                    public function query(string $sql): Result
                    {
                        $result = parent::query($sql);
                        ($this->sent)();

                        return $result;
                    }

                    public function exec(string $sql): int|string
                    {
                        $result = parent::exec($sql);
                        ($this->sent)();

                        return $result;
                    }

                    public function prepare(string $sql): Statement
                    {
                        return new class(parent::prepare($sql), $this->sent) extends Middleware\AbstractStatementMiddleware {
                            /** @param \Closure(): void $sent */
                            public function __construct(Statement $statement, private readonly \Closure $sent)
                            {
                                parent::__construct($statement);
                            }

                            public function execute(): Result
                            {
                                $result = parent::execute();
                                ($this->sent)();

                                return $result;
                            }
                        };
                    }

                    public function commit(): void
                    {
                        parent::commit();
                        ($this->sent)();
                    }
                };
            }
        };
    }
}
