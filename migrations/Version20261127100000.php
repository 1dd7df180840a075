<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261127100000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Notes that a player gets wrong again and again; home cards and worksheets that came back.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE chair ADD watched VARCHAR(60) NOT NULL DEFAULT ''");
        $this->addSql('CREATE TABLE paper_entry (id UUID NOT NULL, band_id UUID DEFAULT NULL REFERENCES band (id) ON DELETE CASCADE, chair_id UUID NOT NULL REFERENCES chair (id) ON DELETE CASCADE, kind VARCHAR(12) NOT NULL, title VARCHAR(120) NOT NULL, is_usable BOOLEAN DEFAULT NULL, is_right BOOLEAN DEFAULT NULL, remark VARCHAR(300) NOT NULL, by_id UUID DEFAULT NULL, by_name VARCHAR(80) NOT NULL, made_at TIMESTAMP(6) WITH TIME ZONE NOT NULL, withdrawn_at TIMESTAMP(6) WITH TIME ZONE DEFAULT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE INDEX paper_entry_chair ON paper_entry (chair_id, made_at)');
        $this->addSql('CREATE INDEX paper_entry_band ON paper_entry (band_id, made_at)');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Restore the backup that was made before.');
    }
}
