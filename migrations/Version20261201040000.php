<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261201040000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Which state of its cut a piece has: a form that was made of another one is told so.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE piece ADD cut_version INT DEFAULT 1 NOT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE piece DROP cut_version');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
