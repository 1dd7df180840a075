<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261123204500 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Own patterns, and sheets of several studies';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE own_pattern (id UUID NOT NULL, name VARCHAR(80) NOT NULL, cell TEXT NOT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE UNIQUE INDEX own_pattern_name ON own_pattern (name)');
        $this->addSql("ALTER TABLE player ADD limits VARCHAR(20) DEFAULT '' NOT NULL");
        $this->addSql('CREATE TABLE study_sheet (id UUID NOT NULL, name VARCHAR(120) NOT NULL, lines TEXT NOT NULL, changed_at TIMESTAMP(0) WITH TIME ZONE NOT NULL, PRIMARY KEY(id))');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE player DROP limits');
        $this->addSql('DROP TABLE study_sheet');
        $this->addSql('DROP TABLE own_pattern');
    }
}
