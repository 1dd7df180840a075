<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261127130000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'The fastest clean pass of each line is kept as it comes, so that years of practice are not gone through for every page.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE practice_best (chair_id UUID NOT NULL REFERENCES chair (id) ON DELETE CASCADE, line TEXT NOT NULL, unit VARCHAR(10) NOT NULL, band_id UUID DEFAULT NULL REFERENCES band (id) ON DELETE CASCADE, bpm INT NOT NULL, PRIMARY KEY(chair_id, line, unit))');
        $this->addSql('CREATE INDEX practice_best_band ON practice_best (band_id)');
        $this->addSql('INSERT INTO practice_best (chair_id, line, unit, band_id, bpm) SELECT chair_id, line, unit, min(band_id::text)::uuid, max(bpm) FROM practice_result WHERE clean AND counts AND bpm IS NOT NULL AND unit IS NOT NULL GROUP BY chair_id, line, unit');
        $this->addSql(<<<'SQL'
            CREATE OR REPLACE FUNCTION keep_practice_best() RETURNS trigger LANGUAGE plpgsql AS $$
            BEGIN
                IF NEW.clean AND NEW.counts AND NEW.bpm IS NOT NULL AND NEW.unit IS NOT NULL THEN
                    INSERT INTO practice_best (chair_id, line, unit, band_id, bpm) VALUES (NEW.chair_id, NEW.line, NEW.unit, NEW.band_id, NEW.bpm)
                    ON CONFLICT (chair_id, line, unit) DO UPDATE SET bpm = greatest(practice_best.bpm, EXCLUDED.bpm), band_id = EXCLUDED.band_id;
                END IF;
                RETURN NEW;
            END $$
            SQL);
        $this->addSql('CREATE TRIGGER practice_best AFTER INSERT OR UPDATE ON practice_result FOR EACH ROW EXECUTE FUNCTION keep_practice_best()');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Restore the backup that was made before.');
    }
}
