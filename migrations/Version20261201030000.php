<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261201030000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Which forms were sent, and to what they led: what is sent twice is done once.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            'CREATE TABLE form_sent (sent CHAR(32) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, program_id INT NOT NULL, '.
                'location VARCHAR(2000) NOT NULL, made_at DATETIME NOT NULL, INDEX form_sent_at (made_at), PRIMARY KEY (sent), '.
                'CONSTRAINT form_sent_program FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE) '.
                'DEFAULT CHARACTER SET utf8mb4',
        );
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE form_sent');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
