<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261201070000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'A sequence knows by which rules its stairs were last looked at, so that its page says once what changed.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE sequence ADD rules SMALLINT DEFAULT 0 NOT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE sequence DROP rules');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
