<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126200000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'What was pressed while somebody played, the mark of it, and the weights that a band gives.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE record_entry ADD pressed JSON DEFAULT NULL, ADD mark DOUBLE PRECISION DEFAULT NULL, ADD mark_given DOUBLE PRECISION DEFAULT NULL');
        $this->addSql('ALTER TABLE band ADD rubric VARCHAR(200) DEFAULT \'\' NOT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Restore the backup that was made before.');
    }
}
