<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261123170000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Saved studies';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE saved_study (id UUID NOT NULL, name VARCHAR(120) NOT NULL, line TEXT NOT NULL, instrument VARCHAR(60) NOT NULL, setup VARCHAR(120) NOT NULL, stage VARCHAR(20) NOT NULL, rows VARCHAR(8) NOT NULL, position INT NOT NULL, version INT DEFAULT 1 NOT NULL, changed_at TIMESTAMP(0) WITH TIME ZONE NOT NULL, deleted_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE INDEX saved_study_position ON saved_study (position)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE saved_study');
    }
}
