<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126060000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'What tells one state of a score, a log or a class from another; what a teacher sets of a note is an override.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE piece ADD score_hash CHAR(32) DEFAULT '' NOT NULL");
        $this->addSql('UPDATE piece SET score_hash = MD5(score)');
        $this->addSql('ALTER TABLE piece CHANGE score_hash score_hash CHAR(32) NOT NULL');
        $this->addSql('ALTER TABLE lesson ADD log_hash BIGINT DEFAULT 0 NOT NULL');
        $this->addSql(
            'UPDATE lesson SET log_hash = '.
                '(SELECT COALESCE(BIT_XOR(CONV(LEFT(MD5(e.id), 15), 16, 10)), 0) FROM log_entry e WHERE e.lesson_id = lesson.id)',
        );
        $this->addSql('ALTER TABLE school_class ADD group_changes INT DEFAULT 0 NOT NULL');
        $this->rename('hand_edit', '4F2DB4DF', 'hand_override', '781721C9');
    }

    public function down(Schema $schema): void
    {
        $this->rename('hand_override', '781721C9', 'hand_edit', '4F2DB4DF');
        $this->addSql('ALTER TABLE school_class DROP group_changes');
        $this->addSql('ALTER TABLE lesson DROP log_hash');
        $this->addSql('ALTER TABLE piece DROP score_hash');
    }

    /** Renames a table with its keys, whose names begin with a hash of the table's name. */
    private function rename(string $table, string $hash, string $to, string $toHash): void
    {
        $this->addSql("RENAME TABLE $table TO $to");
        foreach (['piece' => 'C40FCFA8', 'school_class' => 'EA000B10', 'program' => '3EB8070A'] as $other => $column) {
            $name = ['piece' => 'piece_id', 'school_class' => 'class_id', 'program' => 'program_id'][$other];
            $this->addSql("ALTER TABLE $to DROP FOREIGN KEY FK_$hash$column");
            $this->addSql("ALTER TABLE $to RENAME INDEX IDX_$hash$column TO IDX_$toHash$column");
            $this->addSql("ALTER TABLE $to ADD CONSTRAINT FK_$toHash$column FOREIGN KEY ($name) REFERENCES $other (id) ON DELETE CASCADE");
        }
        $this->addSql("ALTER TABLE $to RENAME INDEX IDX_{$hash}C40FCFA83CBF69DD TO IDX_{$toHash}C40FCFA83CBF69DD");
    }
}
