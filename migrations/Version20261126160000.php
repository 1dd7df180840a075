<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126160000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'What is practised: plans and results; where a band is and when it has lessons.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE band ADD zone VARCHAR(60) DEFAULT 'UTC' NOT NULL");
        $this->addSql("ALTER TABLE band ADD lesson_days VARCHAR(20) DEFAULT '' NOT NULL");
        $this->addSql('CREATE TABLE practice_result (id UUID NOT NULL, band_id UUID DEFAULT NULL REFERENCES band (id) ON DELETE CASCADE, chair_id UUID NOT NULL REFERENCES chair (id) ON DELETE CASCADE, line TEXT NOT NULL, step VARCHAR(20) NOT NULL, bpm INT DEFAULT NULL, unit VARCHAR(8) NOT NULL, clean BOOLEAN DEFAULT NULL, seconds DOUBLE PRECISION NOT NULL, remark VARCHAR(200) NOT NULL, played_at TIMESTAMP(0) WITH TIME ZONE NOT NULL, received_at TIMESTAMP(0) WITH TIME ZONE NOT NULL, counts BOOLEAN NOT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE INDEX practice_result_chair ON practice_result (chair_id, played_at)');
        $this->addSql('CREATE INDEX practice_result_band ON practice_result (band_id, played_at)');
        $this->addSql('CREATE TABLE practice_plan (id UUID NOT NULL, band_id UUID DEFAULT NULL REFERENCES band (id) ON DELETE CASCADE, chair_id UUID DEFAULT NULL REFERENCES chair (id) ON DELETE CASCADE, section VARCHAR(60) NOT NULL, title VARCHAR(120) NOT NULL, lines TEXT NOT NULL, settings JSON NOT NULL, begin_on DATE NOT NULL, version INT DEFAULT 1 NOT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE INDEX practice_plan_band ON practice_plan (band_id)');
        $this->addSql('CREATE INDEX practice_plan_chair ON practice_plan (chair_id)');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Restore the backup that was made before.');
    }
}
