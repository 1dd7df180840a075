<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126010000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Schools of habits, and what a pin would say as a habit';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE school_of_habits (id UUID NOT NULL, name VARCHAR(80) NOT NULL, instrument VARCHAR(60) NOT NULL, content TEXT NOT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE INDEX school_of_habits_instrument ON school_of_habits (instrument)');
        $this->addSql("ALTER TABLE pinned_fingering ADD habit VARCHAR(200) DEFAULT '' NOT NULL");
        $this->addSql("ALTER TABLE pinned_fingering ADD habit_of_change VARCHAR(400) DEFAULT '' NOT NULL");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE school_of_habits');
        $this->addSql('ALTER TABLE pinned_fingering DROP habit');
        $this->addSql('ALTER TABLE pinned_fingering DROP habit_of_change');
    }
}
