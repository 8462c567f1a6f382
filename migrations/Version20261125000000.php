<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261125000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Drafts of quick entry, rhythm patterns, and which measure numbers a class uses.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            'CREATE TABLE draft (id INT AUTO_INCREMENT NOT NULL, kind VARCHAR(20) NOT NULL, fields JSON NOT NULL, changed_at '
                .'DATETIME NOT NULL, user_id INT NOT NULL, program_id INT NOT NULL, INDEX IDX_467C9694A76ED395 (user_id), INDEX '
                .'IDX_467C96943EB8070A (program_id), UNIQUE INDEX UNIQ_467C9694A76ED3953BC4BCD9 (user_id, kind), PRIMARY KEY (id)) '
                .'DEFAULT CHARACTER SET utf8mb4',
        );
        $this->addSql(
            'CREATE TABLE rhythm_pattern (id INT AUTO_INCREMENT NOT NULL, name VARCHAR(60) NOT NULL, figure VARCHAR(200) NOT NULL, '
                .'program_id INT NOT NULL, INDEX IDX_A4987DE53EB8070A (program_id), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4',
        );
        $this->addSql(
            'ALTER TABLE draft ADD CONSTRAINT FK_467C9694A76ED395 FOREIGN KEY (user_id) REFERENCES account (id) ON DELETE CASCADE',
        );
        $this->addSql(
            'ALTER TABLE draft ADD CONSTRAINT FK_467C96943EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE',
        );
        $this->addSql(
            'ALTER TABLE rhythm_pattern ADD CONSTRAINT FK_A4987DE53EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON '
                .'DELETE CASCADE',
        );
        $this->addSql('ALTER TABLE piece ADD uses_printed TINYINT DEFAULT 0 NOT NULL');
        $this->addSql('ALTER TABLE step ADD pattern_id INT DEFAULT NULL');
        $this->addSql(
            'ALTER TABLE step ADD CONSTRAINT FK_43B9FE3CF734A20F FOREIGN KEY (pattern_id) REFERENCES rhythm_pattern (id) ON DELETE '
                .'SET NULL',
        );
        $this->addSql('CREATE INDEX IDX_43B9FE3CF734A20F ON step (pattern_id)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE step DROP FOREIGN KEY FK_43B9FE3CF734A20F');
        $this->addSql('ALTER TABLE step DROP pattern_id');
        $this->addSql('ALTER TABLE piece DROP uses_printed');
        $this->addSql('DROP TABLE draft');
        $this->addSql('DROP TABLE rhythm_pattern');
    }
}
