<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261201020000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'What was found in each piece of a library, which is made again at any time.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            'CREATE TABLE piece_skills (piece_id INT NOT NULL, program_id INT NOT NULL, played CHAR(32) NOT NULL, '.
                'facts_of CHAR(32) NOT NULL, facts MEDIUMBLOB NOT NULL, needs_of CHAR(32) NOT NULL, needs MEDIUMBLOB NOT NULL, '.
                'INDEX piece_skills_of_program (program_id, played), PRIMARY KEY (piece_id, played), '.
                'CONSTRAINT piece_skills_of_piece FOREIGN KEY (piece_id) REFERENCES piece (id) ON DELETE CASCADE, '.
                'CONSTRAINT piece_skills_program FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE) '.
                'DEFAULT CHARACTER SET ascii COLLATE ascii_bin',
        );
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE piece_skills');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
