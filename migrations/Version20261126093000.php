<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126093000 extends AbstractMigration
{
    private const OF_A_BAND = ['saved_study', 'study_sheet', 'own_pattern', 'pinned_fingering', 'remark', 'school_of_habits', 'removed', 'chair', 'player'];

    public function getDescription(): string
    {
        return 'People, bands, and what belongs to whom. What was kept before waits for the first director.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE account (id UUID NOT NULL, name VARCHAR(60) NOT NULL, name_key VARCHAR(120) NOT NULL, password VARCHAR(255) NOT NULL, is_director BOOLEAN NOT NULL, is_keeper BOOLEAN NOT NULL, is_demo BOOLEAN NOT NULL, epoch INT NOT NULL, made_at TIMESTAMP(0) WITH TIME ZONE NOT NULL, version INT DEFAULT 1 NOT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE UNIQUE INDEX account_name ON account (name_key)');
        $this->addSql('CREATE UNIQUE INDEX account_keeper ON account (is_keeper) WHERE is_keeper'); // there is one
        $this->addSql('CREATE TABLE band (id UUID NOT NULL, owner_id UUID NOT NULL REFERENCES account (id), name VARCHAR(80) NOT NULL, key_order VARCHAR(20) NOT NULL, paper VARCHAR(10) NOT NULL, reminders VARCHAR(10) NOT NULL, tempo SMALLINT DEFAULT NULL, speaks_own BOOLEAN NOT NULL, kept_days INT NOT NULL, used_on DATE NOT NULL, is_demo BOOLEAN NOT NULL, removed_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL, version INT DEFAULT 1 NOT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE INDEX band_owner ON band (owner_id)');
        $this->addSql('CREATE TABLE band_assistant (band_id UUID NOT NULL REFERENCES band (id) ON DELETE CASCADE, account_id UUID NOT NULL REFERENCES account (id) ON DELETE CASCADE, PRIMARY KEY(band_id, account_id))');
        $this->addSql('CREATE INDEX band_assistant_account ON band_assistant (account_id)');
        $this->addSql('CREATE TABLE one_time_code (hash CHAR(64) NOT NULL, purpose VARCHAR(12) NOT NULL, account_id UUID DEFAULT NULL REFERENCES account (id) ON DELETE CASCADE, band_id UUID DEFAULT NULL REFERENCES band (id) ON DELETE CASCADE, made_by UUID DEFAULT NULL REFERENCES account (id) ON DELETE CASCADE, made_at TIMESTAMP(0) WITH TIME ZONE DEFAULT now() NOT NULL, ends_at TIMESTAMP(0) WITH TIME ZONE NOT NULL, PRIMARY KEY(hash))');
        $this->addSql('CREATE TABLE failed_try (id BIGINT GENERATED ALWAYS AS IDENTITY PRIMARY KEY, name_hash CHAR(64) NOT NULL, address_hash CHAR(64) NOT NULL, tried_at TIMESTAMP WITH TIME ZONE DEFAULT now() NOT NULL)');
        $this->addSql('CREATE INDEX failed_try_name ON failed_try (name_hash, tried_at)');
        $this->addSql('CREATE INDEX failed_try_address ON failed_try (address_hash, tried_at)');
        $this->addSql('CREATE TABLE audit (id BIGINT GENERATED ALWAYS AS IDENTITY PRIMARY KEY, at TIMESTAMP(0) WITH TIME ZONE DEFAULT now() NOT NULL, band_id UUID DEFAULT NULL, who VARCHAR(60) DEFAULT NULL, what VARCHAR(60) NOT NULL, subject VARCHAR(60) DEFAULT NULL, before JSON DEFAULT NULL)');
        $this->addSql('CREATE INDEX audit_band ON audit (band_id, id)');
        $this->addSql('CREATE TABLE erasure (id BIGINT GENERATED ALWAYS AS IDENTITY PRIMARY KEY, kind VARCHAR(12) NOT NULL, subject UUID NOT NULL, erased_at TIMESTAMP(0) WITH TIME ZONE DEFAULT now() NOT NULL)');
        $this->addSql('CREATE TABLE sessions (sess_id VARCHAR(128) NOT NULL PRIMARY KEY, sess_data BYTEA NOT NULL, sess_lifetime INTEGER NOT NULL, sess_time INTEGER NOT NULL)');
        $this->addSql('CREATE INDEX sessions_lifetime ON sessions (sess_lifetime)');
        $this->addSql('CREATE TABLE program_token (id UUID NOT NULL, band_id UUID NOT NULL REFERENCES band (id) ON DELETE CASCADE, name VARCHAR(60) NOT NULL, hash CHAR(64) NOT NULL, made_at TIMESTAMP(0) WITH TIME ZONE NOT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE UNIQUE INDEX program_token_hash ON program_token (hash)');
        $this->addSql('CREATE TABLE player_sign_in (id UUID NOT NULL, epoch INT NOT NULL, PRIMARY KEY(id))');

        // A player is somebody with a chair for each instrument: what was one row becomes two.
        $this->addSql('ALTER TABLE player RENAME TO chair');
        $this->addSql('ALTER TABLE chair RENAME CONSTRAINT player_pkey TO chair_pkey');
        $this->addSql('ALTER INDEX player_instrument RENAME TO chair_instrument');
        $this->addSql('CREATE TABLE player (id UUID NOT NULL, name VARCHAR(60) NOT NULL, name_key VARCHAR(120) NOT NULL, sign_in_id UUID DEFAULT NULL REFERENCES player_sign_in (id) ON DELETE SET NULL, link_hash VARCHAR(64) DEFAULT NULL, left_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL, version INT DEFAULT 1 NOT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE UNIQUE INDEX player_link ON player (link_hash)');
        $this->addSql('CREATE INDEX player_sign_in_id ON player (sign_in_id)');
        $this->addSql('INSERT INTO player (id, name, name_key) SELECT gen_random_uuid(), MIN(name), LOWER(name) FROM chair GROUP BY LOWER(name)');
        $this->addSql("ALTER TABLE chair ADD player_id UUID DEFAULT NULL, ADD track VARCHAR(12) DEFAULT '' NOT NULL, ADD style VARCHAR(12) DEFAULT 'written' NOT NULL, ADD section VARCHAR(40) DEFAULT '' NOT NULL, ADD position INT DEFAULT 0 NOT NULL, ADD closed_at TIMESTAMP(0) WITH TIME ZONE DEFAULT NULL, ADD version INT DEFAULT 1 NOT NULL");
        $this->addSql('UPDATE chair SET player_id = p.id FROM player p WHERE p.name_key = LOWER(chair.name)');
        $this->addSql('ALTER TABLE chair ALTER player_id SET NOT NULL, DROP name, ADD CONSTRAINT chair_player FOREIGN KEY (player_id) REFERENCES player (id) ON DELETE CASCADE');
        $this->addSql('CREATE INDEX chair_player_id ON chair (player_id)');
        $this->addSql('ALTER TABLE pinned_fingering RENAME player_id TO chair_id');
        $this->addSql('ALTER TABLE study_sheet ADD version INT DEFAULT 1 NOT NULL');
        $this->addSql('ALTER TABLE own_pattern ADD version INT DEFAULT 1 NOT NULL');
        foreach (self::OF_A_BAND as $table) {
            $this->addSql(\sprintf('ALTER TABLE %1$s ADD band_id UUID DEFAULT NULL REFERENCES band (id) ON DELETE CASCADE', $table));
            $this->addSql(\sprintf('CREATE INDEX %1$s_band ON %1$s (band_id)', $table));
        }
        $this->addSql('DROP INDEX own_pattern_name');
        $this->addSql('CREATE UNIQUE INDEX own_pattern_name ON own_pattern (band_id, name)');
        $this->addSql('CREATE UNIQUE INDEX player_name ON player (band_id, name_key)');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Restore the backup that was made before.');
    }
}
