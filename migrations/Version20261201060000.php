<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261201060000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'What a teacher does besides the stair, such as a tune-up, can be left out for a class.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE school_class ADD left_out LONGTEXT DEFAULT NULL CHECK (json_valid(left_out))');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE school_class DROP left_out');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
