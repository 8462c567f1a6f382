<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Books, keys and meters of a library are counted without reading its pieces. */
final class Version20261126220000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Library: an index over what is filtered by.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE INDEX LIBRARY_FILTERS ON piece (program_id, put_away_at, book, key_name, key_mode, meter)');
    }
}
