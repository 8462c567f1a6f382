<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261125140000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'What a class chose for both hands, what a teacher set of single notes, and the size of each log.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE school_class ADD hands JSON DEFAULT NULL');
        $this->addSql('ALTER TABLE lesson ADD log_size INT DEFAULT 0 NOT NULL');
        $this->addSql('UPDATE lesson SET log_size = (SELECT COUNT(*) FROM log_entry WHERE log_entry.lesson_id = lesson.id)');
        $this->addSql(
            'CREATE TABLE hand_edit (id INT AUTO_INCREMENT NOT NULL, instrument VARCHAR(8) NOT NULL, note VARCHAR(60) NOT NULL, '
                .'pitch VARCHAR(8) NOT NULL, kind VARCHAR(10) NOT NULL, value VARCHAR(10) NOT NULL, piece_id INT NOT NULL, class_id INT '
                .'DEFAULT NULL, program_id INT NOT NULL, INDEX IDX_4F2DB4DFC40FCFA8 (piece_id), INDEX IDX_4F2DB4DFEA000B10 (class_id), '
                .'INDEX IDX_4F2DB4DF3EB8070A (program_id), INDEX IDX_4F2DB4DFC40FCFA83CBF69DD (piece_id, instrument), PRIMARY KEY (id)) '
                .'DEFAULT CHARACTER SET utf8mb4',
        );
        $this->addSql(
            'ALTER TABLE hand_edit ADD CONSTRAINT FK_4F2DB4DFC40FCFA8 FOREIGN KEY (piece_id) REFERENCES piece (id) ON DELETE CASCADE',
        );
        $this->addSql(
            'ALTER TABLE hand_edit ADD CONSTRAINT FK_4F2DB4DFEA000B10 FOREIGN KEY (class_id) REFERENCES school_class (id) ON DELETE '
                .'CASCADE',
        );
        $this->addSql(
            'ALTER TABLE hand_edit ADD CONSTRAINT FK_4F2DB4DF3EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE',
        );
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE hand_edit');
        $this->addSql('ALTER TABLE lesson DROP log_size');
        $this->addSql('ALTER TABLE school_class DROP hands');
    }
}
