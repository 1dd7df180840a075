<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126180000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'The record: lists of requirements, and what was heard.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE requirement_list (id UUID NOT NULL, band_id UUID DEFAULT NULL REFERENCES band (id) ON DELETE CASCADE, name VARCHAR(120) NOT NULL, rows TEXT NOT NULL, version INT DEFAULT 1 NOT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE INDEX requirement_list_band ON requirement_list (band_id)');
        $this->addSql('CREATE TABLE record_entry (id UUID NOT NULL, band_id UUID DEFAULT NULL REFERENCES band (id) ON DELETE CASCADE, chair_id UUID NOT NULL REFERENCES chair (id) ON DELETE CASCADE, line TEXT NOT NULL, memory BOOLEAN NOT NULL, result VARCHAR(10) NOT NULL, remark VARCHAR(300) NOT NULL, by_id UUID DEFAULT NULL, by_name VARCHAR(80) NOT NULL, made_at TIMESTAMP(6) WITH TIME ZONE NOT NULL, withdrawn_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE INDEX record_entry_chair ON record_entry (chair_id, made_at)');
        $this->addSql('CREATE INDEX record_entry_band ON record_entry (band_id, made_at)');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Restore the backup that was made before.');
    }
}
