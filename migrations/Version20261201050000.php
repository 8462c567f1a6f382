<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261201050000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Why a task did not go well is kept as a notice, which is told in the words of whoever reads it.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE task CHANGE problem problem VARCHAR(1000) NOT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE task CHANGE problem problem VARCHAR(300) NOT NULL');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
