<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126090000 extends AbstractMigration
{
    private const CAN_BE_PUT_AWAY = ['piece', 'school_class', 'sequence', 'lesson'];

    public function getDescription(): string
    {
        return 'A log has an order of its own, tells devices, late entries and corrections; what is put away; words and epoch of accounts.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            'ALTER TABLE log_entry ADD position INT DEFAULT 0 NOT NULL, '.
                "ADD device VARCHAR(36) DEFAULT '' NOT NULL, ADD late TINYINT DEFAULT 0 NOT NULL, ".
                'ADD afterwards TINYINT DEFAULT 0 NOT NULL, ADD account_id INT DEFAULT NULL',
        );
        $this->addSql(
            'UPDATE log_entry e JOIN '.
                '(SELECT id, ROW_NUMBER() OVER (PARTITION BY lesson_id ORDER BY made_at, device_count, id) n FROM log_entry) numbered '.
                'ON numbered.id = e.id SET e.position = numbered.n',
        );
        $this->addSql('ALTER TABLE log_entry CHANGE position position INT NOT NULL');
        $this->addSql('CREATE INDEX IDX_B5F762D9B6B5FBA ON log_entry (account_id)');
        $this->addSql('CREATE UNIQUE INDEX UNIQ_B5F762DCDF80196462CE4F5 ON log_entry (lesson_id, position)');
        $this->addSql(
            'ALTER TABLE log_entry ADD CONSTRAINT FK_B5F762D9B6B5FBA FOREIGN KEY (account_id) REFERENCES account (id) ON DELETE SET NULL',
        );
        foreach (self::CAN_BE_PUT_AWAY as $table) {
            $this->addSql("ALTER TABLE $table ADD put_away_at DATETIME DEFAULT NULL");
        }
        $this->addSql('ALTER TABLE lesson CHANGE remark remark VARCHAR(4000) NOT NULL');
        $this->addSql('ALTER TABLE sessions CHANGE sess_data sess_data MEDIUMBLOB NOT NULL');
        $this->addSql('ALTER TABLE account ADD words VARCHAR(5) DEFAULT NULL, ADD epoch INT DEFAULT 1 NOT NULL');
        $this->addSql(
            'CREATE TABLE password_link (id INT AUTO_INCREMENT NOT NULL, hash CHAR(64) NOT NULL, expires_at DATETIME NOT NULL, '.
                'account_id INT NOT NULL, UNIQUE INDEX UNIQ_A4F99EBAD1B862B8 (hash), INDEX IDX_A4F99EBA9B6B5FBA (account_id), '.
                'PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4',
        );
        $this->addSql(
            'ALTER TABLE password_link ADD CONSTRAINT FK_A4F99EBA9B6B5FBA '.
                'FOREIGN KEY (account_id) REFERENCES account (id) ON DELETE CASCADE',
        );
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DELETE FROM sessions');
        $this->addSql('ALTER TABLE sessions CHANGE sess_data sess_data BLOB NOT NULL');
        $this->addSql('DROP TABLE password_link');
        $this->addSql('ALTER TABLE account DROP words, DROP epoch');
        $this->addSql('ALTER TABLE lesson CHANGE remark remark VARCHAR(1000) NOT NULL');
        foreach (self::CAN_BE_PUT_AWAY as $table) {
            $this->addSql("ALTER TABLE $table DROP put_away_at");
        }
        $this->addSql('ALTER TABLE log_entry DROP FOREIGN KEY FK_B5F762D9B6B5FBA');
        $this->addSql('DROP INDEX UNIQ_B5F762DCDF80196462CE4F5 ON log_entry');
        $this->addSql('DROP INDEX IDX_B5F762D9B6B5FBA ON log_entry');
        $this->addSql('ALTER TABLE log_entry DROP position, DROP device, DROP late, DROP afterwards, DROP account_id');
    }
}
