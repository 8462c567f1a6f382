<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261125160000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'The cut of a piece with its changes; the method, instruments and rungs of a sequence.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE chunk ADD own TINYINT NOT NULL DEFAULT 1');
        // Joins and the whole came from sequences; what else there is stays the cut.
        $this->addSql("UPDATE chunk SET own = 0 WHERE kind IN ('join', 'whole')");
        $this->addSql('ALTER TABLE chunk CHANGE own own TINYINT NOT NULL');
        $this->addSql(
            'CREATE TABLE cut_change (id INT AUTO_INCREMENT NOT NULL, chunks JSON NOT NULL, undone TINYINT NOT NULL, piece_id INT '
                .'NOT NULL, program_id INT NOT NULL, INDEX IDX_6F7C0828C40FCFA8 (piece_id), INDEX IDX_6F7C08283EB8070A (program_id), '
                .'INDEX IDX_6F7C0828C40FCFA8BF396750 (piece_id, id), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4',
        );
        $this->addSql(
            'ALTER TABLE cut_change ADD CONSTRAINT FK_6F7C0828C40FCFA8 FOREIGN KEY (piece_id) REFERENCES piece (id) ON DELETE CASCADE',
        );
        $this->addSql(
            'ALTER TABLE cut_change ADD CONSTRAINT FK_6F7C08283EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE',
        );
        $this->addSql(
            "ALTER TABLE sequence CHANGE comfort comfort DOUBLE PRECISION DEFAULT NULL, ADD method VARCHAR(12) DEFAULT 'forward' NOT "
                ."NULL, ADD instruments JSON DEFAULT '[]' NOT NULL",
        );
        $this->addSql('ALTER TABLE sequence CHANGE method method VARCHAR(12) NOT NULL, CHANGE instruments instruments JSON NOT NULL');
        $this->addSql('ALTER TABLE step ADD rung VARCHAR(12) DEFAULT NULL, ADD like_id INT DEFAULT NULL');
        $this->addSql('ALTER TABLE step ADD CONSTRAINT FK_43B9FE3C859BFA32 FOREIGN KEY (like_id) REFERENCES chunk (id) ON DELETE SET NULL');
        $this->addSql('CREATE INDEX IDX_43B9FE3C859BFA32 ON step (like_id)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE step DROP FOREIGN KEY FK_43B9FE3C859BFA32');
        $this->addSql('ALTER TABLE step DROP rung, DROP like_id');
        $this->addSql('UPDATE sequence SET comfort = 0.75 * goal_tempo WHERE comfort IS NULL');
        $this->addSql('ALTER TABLE sequence DROP method, DROP instruments, CHANGE comfort comfort DOUBLE PRECISION NOT NULL');
        $this->addSql('DROP TABLE cut_change');
        $this->addSql('ALTER TABLE chunk DROP own');
    }
}
