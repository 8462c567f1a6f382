<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Changes of the time before are in it. */
final class Version20261126220000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'The tables of the first release.';
    }

    public function up(Schema $schema): void
    {
        foreach (explode(";\n", (string) file_get_contents(__DIR__.'/first-release.sql')) as $statement) {
            if ('' !== trim($statement)) {
                $this->addSql(trim($statement));
            }
        }
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Before the first release there are no tables.');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
