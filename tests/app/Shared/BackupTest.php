<?php

declare(strict_types=1);

namespace App\Tests\Shared;

use App\Account\AccountRepository;
use App\Band\Band;
use App\Band\Roster;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\Process\Process;

/**
 * A backup restored into an empty cluster is the same in everything; what was erased stays erased; data ends when its
 * time is over.
 */
final class BackupTest extends WebTestCase
{
    use Visits;

    private string $folder;

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::emptied();
        $this->folder = (string) tempnam('/var/tmp', 'swift-reed-backup');
        unlink($this->folder);
        mkdir($this->folder, 0o755);
    }

    protected function tearDown(): void
    {
        $this->shell(
            '[ ! -d cluster ] || { database_folder=$PWD/cluster; is_root && run_as_pg=(runuser -u postgres --); stop_database; }; cd /; rm -rf "$folder"',
            [],
        );
        parent::tearDown();
    }

    /** @param array<string, string> $environment */
    private function shell(string $line, array $environment, int $expected = 0): string
    {
        $root = \dirname(__DIR__, 3);
        $process = new Process(
            ['bash', '-c', '. "$root/bin/common.sh"; umask 022; cd "$folder"; '.$line],
            $root,
            $environment + [
                'root' => $root,
                'folder' => $this->folder,
                'DATABASE_URL' => $environment['DATABASE_URL'] ?? '',
                'APP_ENV' => 'test',
            ],
            null,
            120,
        );
        $process->run();
        self::assertSame($expected, $process->getExitCode(), $process->getOutput().$process->getErrorOutput());

        return $process->getOutput().$process->getErrorOutput();
    }

    public function testARestoredBackupIsTheSameInEverythingButWhatWasErased(): void
    {
        $here = (string) $_SERVER['DATABASE_URL'];
        (new CommandTester((new Application(self::getContainer()->get('kernel')))->find('demo:load')))->execute([
            '--if-empty' => true,
        ]);
        $band = self::getContainer()->get('doctrine')->getRepository(Band::class)->findOneBy([]);
        self::getContainer()->get(\App\Band\OpenBand::class)->enter($band, $band?->getOwner());
        $this->shell('"$root/bin/backup" first.dump', ['DATABASE_URL' => $here]);
        $all = 'psql -X -qtA "${DATABASE_URL%%\?*}" -c "SELECT table_name FROM information_schema.tables WHERE table_schema = \'public\' ORDER BY 1" | while read -r table; do echo "== $table"; case $table in doctrine_migration_versions|press|sessions|failed_try|made_file|packet_run|packet_piece|job|house_note) ;; *) psql -X -qtA "${DATABASE_URL%%\?*}" -c "SELECT to_jsonb(t) FROM $table t ORDER BY 1";; esac; done';
        $before = $this->shell($all, ['DATABASE_URL' => $here]);
        self::assertStringContainsString('Nessa', $before);
        self::assertGreaterThan(100, substr_count($before, "\n"));

        // An empty cluster, as on another machine.
        $there = trim($this->shell('start_database "$folder/cluster" 56329 >&2; echo "$DATABASE_URL"', []));
        $there = substr($there, (int) strrpos($there, 'postgresql://'));
        self::assertStringContainsString('swiftreed:', $there, 'the role has a password');
        self::assertStringContainsString(
            'no password supplied',
            $this->shell(
                'psql -w -X "'.preg_replace(
                    '#swiftreed:[^@]*@#',
                    'swiftreed@',
                    explode('?', $there)[0],
                ).'" -c "SELECT 1"',
                [],
                2,
            ),
        );
        self::assertStringContainsString(
            'must be superuser',
            $this->shell(
                'psql -X "${DATABASE_URL%%\?*}" -c "CREATE ROLE other SUPERUSER"',
                ['DATABASE_URL' => $there],
                1,
            ),
        );
        $this->shell('"$root/bin/restore" first.dump --yes', ['DATABASE_URL' => $there]);
        self::assertSame($before, $this->shell($all, ['DATABASE_URL' => $there]));

        // Erased after the backup: the list beside a later one erases it again.
        $player = self::getContainer()->get(\App\Band\PlayerRepository::class)->named('Nessa');
        \assert(null !== $player);
        $id = $player->getId();
        self::getContainer()->get(Roster::class)->erase($player);
        $this->shell(
            '"$root/bin/backup" second.dump && cp second.dump.erased first.dump.erased',
            ['DATABASE_URL' => $here],
        );
        self::assertStringContainsString(
            'nothing was changed',
            $this->shell('echo no | "$root/bin/restore" first.dump', ['DATABASE_URL' => $there], 1),
        );
        $this->shell('"$root/bin/restore" first.dump --yes', ['DATABASE_URL' => $there]);
        $after = $this->shell($all, ['DATABASE_URL' => $there]);
        self::assertStringNotContainsString('Nessa', $after);
        self::assertStringContainsString($id, $after, 'the list of erasures goes on');

        // A file from elsewhere is data and not commands: what is no table of ours is refused, and what else it says is
        // not done.
        $this->shell(
            'psql -X -q "${DATABASE_URL%%\?*}" -c "CREATE FUNCTION sneaked() RETURNS int LANGUAGE sql AS \'SELECT 1\'" -c "CREATE VIEW sneaked_view AS SELECT 1" && "$root/bin/backup" sneaked.dump && "$root/bin/restore" sneaked.dump --yes',
            ['DATABASE_URL' => $there],
        );
        self::assertSame(
            '0',
            trim($this->shell(
                'psql -X -qtA "${DATABASE_URL%%\?*}" -c "SELECT COUNT(*) FROM pg_proc WHERE proname = \'sneaked\'"',
                ['DATABASE_URL' => $there],
            )),
            'a function of the file is not made',
        );
        $this->shell(
            'psql -X -q "${DATABASE_URL%%\?*}" -c "CREATE TABLE evil (id int)" -c "INSERT INTO evil VALUES (1)" && "$root/bin/backup" evil.dump',
            ['DATABASE_URL' => $there],
        );
        $this->shell('psql -X -q "${DATABASE_URL%%\?*}" -c "DROP TABLE evil"', ['DATABASE_URL' => $there]);
        self::assertStringContainsString(
            'what was there stays',
            $this->shell('"$root/bin/restore" evil.dump --yes', ['DATABASE_URL' => $there], 1),
        );
        self::assertSame($after, $this->shell($all, ['DATABASE_URL' => $there]));

        // What a newer version wrote is refused, and what is no backup.
        $this->shell(
            'psql -X -q "${DATABASE_URL%%\?*}" -c "INSERT INTO doctrine_migration_versions (version) VALUES (\'DoctrineMigrations\\\\Version29991231000000\')" && "$root/bin/backup" newer.dump',
            ['DATABASE_URL' => $there],
        );
        self::assertStringContainsString(
            'newer version',
            $this->shell('"$root/bin/restore" newer.dump --yes', ['DATABASE_URL' => $there], 1),
        );
        file_put_contents($this->folder.'/notes.txt', 'no backup');
        self::assertStringContainsString(
            'no backup of Swift Reed',
            $this->shell('"$root/bin/restore" notes.txt --yes', ['DATABASE_URL' => $there], 1),
        );
        file_put_contents(
            $this->folder.'/half.dump',
            substr((string) file_get_contents($this->folder.'/second.dump'), 0, -3000),
        );
        $this->shell('"$root/bin/restore" half.dump --yes', ['DATABASE_URL' => $there], 1);
        self::assertSame($after, $this->shell($all, ['DATABASE_URL' => $there]), 'half a backup changes nothing');
    }

    /**
     * A backup that an earlier version wrote, of the demonstration with its practice and its record: it is brought up
     * to date, and everything opens.
     */
    public function testADatabaseOfAnEarlierVersionOpens(): void
    {
        $here = $_SERVER['DATABASE_URL'];
        $there = trim($this->shell('start_database "$folder/cluster" 56329 >&2; echo "$DATABASE_URL"', []));
        $there = substr($there, (int) strrpos($there, 'postgresql://'));
        foreach (glob(__DIR__.'/earlier/*.dump') ?: [] as $earlier) {
            copy($earlier, $this->folder.'/earlier.dump');
            file_put_contents($this->folder.'/earlier.dump.erased', '');
            $this->shell('"$root/bin/restore" earlier.dump --yes', ['DATABASE_URL' => $there]);
            self::assertStringContainsString(
                'p-to-date',
                $this->shell('php "$root/bin/console" doctrine:migrations:up-to-date', ['DATABASE_URL' => $there]),
            );
            self::ensureKernelShutdown();
            $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = $there;
            try {
                $this->browser = self::createClient();
                $this->browser->disableReboot();
                $director = self::getContainer()->get(AccountRepository::class)->findOneBy([]);
                self::assertNotNull($director, $earlier);
                $this->browser->loginUser($director, 'main');
                foreach ([
                    '/folder', '/sheets', '/patterns', '/band', '/packets', '/daily', '/lesson', '/plans', '/record',
                    '/record/grid', '/record/class', '/record/faults', '/record/papers', '/record/together', '/account',
                    '/account/everything.json', '/band/settings',
                ] as $path) {
                    $this->browser->request('GET', $path);
                    self::assertContains(
                        $this->browser->getResponse()->getStatusCode(),
                        [200, 404 * (int) str_ends_with($path, 'json')],
                        $path,
                    );
                }
                self::assertStringContainsString(
                    'Nessa',
                    $this->browser->request('GET', '/record/grid')->filter('#record-grid')->text(),
                );
                self::assertGreaterThan(
                    0,
                    $this->browser->getCrawler()->filter('td.is-passed')->count(),
                    'what was passed is passed',
                );
                self::assertGreaterThan(
                    10_000,
                    self::database()->fetchOne('SELECT count(*) FROM practice_result'),
                    'and what was practised is there',
                );
            } finally {
                $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = $here;
                self::ensureKernelShutdown();
            }
        }
    }

    public function testAnEarlierHouseMovesInWholeAndWaitsForItsDirector(): void
    {
        $there = trim($this->shell('start_database "$folder/cluster" 56329 >&2; echo "$DATABASE_URL"', []));
        $there = substr($there, (int) strrpos($there, 'postgresql://'));
        $at = ['DATABASE_URL' => $there];
        $this->shell(
            'php "$root/bin/console" doctrine:migrations:migrate "DoctrineMigrations\\Version20261126073000" -n -q',
            $at,
        );
        file_put_contents($this->folder.'/before.sql', <<<'SQL'
            INSERT INTO player (id, name, instrument, setup, stage, limits) VALUES ('018f0000-0000-7000-8000-000000000001', 'Ada', 'clarinet-bb', '', 'full', ''), ('018f0000-0000-7000-8000-000000000002', 'ada', 'flute', '', 'first', 'C4 to D5'), ('018f0000-0000-7000-8000-000000000003', 'Bo', 'trombone', 'f-attachment', 'developing', '');
            INSERT INTO pinned_fingering (id, instrument, line, pin, made_at, player_id) VALUES (gen_random_uuid(), 'clarinet-bb', '', 'B4 = rE', now(), '018f0000-0000-7000-8000-000000000001'), (gen_random_uuid(), 'flute', '', 'B4 = L1', now(), NULL);
            INSERT INTO saved_study (id, name, line, instrument, setup, stage, rows, position, version, changed_at) VALUES (gen_random_uuid(), 'From before', 'concert F', 'flute', '', 'full', 'dlrf', 1, 1, now());
            SQL);
        $ask = fn (string $query): string => trim($this->shell(
            'psql -X -qtA "${DATABASE_URL%%\?*}" -c "'.$query.'"',
            $at,
        ));
        $this->shell(
            'psql -X -q -v ON_ERROR_STOP=1 -f before.sql "${DATABASE_URL%%\?*}" && php "$root/bin/console" doctrine:migrations:migrate -n -q && php "$root/bin/console" demo:load --if-empty',
            $at,
        );
        self::assertSame(
            '0',
            $ask('SELECT COUNT(*) FROM account'),
            'nothing made up moves into a house that is in use',
        );
        self::assertSame(
            "Ada|clarinet-bb||1\nAda|flute|C4 to D5|0\nBo|trombone||0",
            $ask(
                'SELECT p.name, c.instrument, c.limits, (SELECT COUNT(*) FROM pinned_fingering f WHERE f.chair_id = c.id) FROM chair c JOIN player p ON p.id = c.player_id ORDER BY 1, 2',
            ),
            'one name is one player, with a chair for each instrument',
        );
        self::assertSame('', $ask('SELECT DISTINCT band_id FROM saved_study'), 'and it waits for the first director');
    }

    public function testDataEndsWhenItsTimeIsOverAndALetterSaysSoBefore(): void
    {
        $sweep = static fn (): int => (new CommandTester((new Application(self::getContainer()->get('kernel')))->find(
            'data:sweep',
        )))->execute(
            [],
        );
        $bands = [];
        foreach (['in use' => 0, 'soon' => 370, 'over' => 401, 'tomorrow' => 400] as $name => $days) {
            $bands[$name] = self::director('Director '.$name, $name);
            self::database()->executeStatement(
                'UPDATE band SET used_on = CURRENT_DATE - CAST(:days AS int) WHERE id = :id',
                ['days' => $days, 'id' => $bands[$name]->getId()],
            );
        }
        $removed = self::director('Director removed', 'removed');
        self::database()->executeStatement(
            "UPDATE band SET removed_at = now() - INTERVAL '31 days' WHERE id = :id",
            ['id' => $removed->getId()],
        );
        self::database()->executeStatement(
            "INSERT INTO removed (id, says, rows, removed_at, band_id) SELECT gen_random_uuid(), 'aged', '[]', now() - make_interval(days => d), :band FROM (VALUES (29), (31)) v(d)",
            ['band' => $bands['in use']->getId()],
        );
        self::assertSame(0, $sweep());
        self::assertSame(0, $sweep());
        $mailbox = self::getContainer()->get(\App\Account\Mailbox::class);
        self::assertSame(
            ['in use' => 0, 'soon' => 1, 'over' => 1, 'tomorrow' => 1],
            array_map(static fn (Band $one): int => \count($mailbox->letters($one->getOwner())), $bands),
            'one letter, also when the machine was off on the day',
        );
        self::assertSame(
            ['in use', 'over', 'soon', 'tomorrow'],
            self::database()->fetchFirstColumn('SELECT name FROM band ORDER BY name'),
            'nothing ends before its letter has lain there for a month',
        );
        self::database()->executeStatement("UPDATE audit SET at = at - INTERVAL '31 days'");
        self::assertSame(0, $sweep());
        self::assertSame(
            ['in use', 'soon', 'tomorrow'],
            self::database()->fetchFirstColumn('SELECT name FROM band ORDER BY name'),
        );
        self::assertSame(2, (int) self::database()->fetchOne("SELECT COUNT(*) FROM erasure WHERE kind = 'band'"));
        self::assertSame(1, (int) self::database()->fetchOne('SELECT COUNT(*) FROM removed'));
        // Opening the band is using it.
        self::getContainer()->get('doctrine')->getManager()->clear();
        $this->browser->loginUser($bands['tomorrow']->getOwner(), 'main');
        $this->browser->request('GET', '/desk');
        self::assertSame(0, $sweep());
        self::assertSame(
            (new \DateTimeImmutable())->format('Y-m-d'),
            self::database()->fetchOne(
                'SELECT used_on FROM band WHERE id = :id',
                ['id' => $bands['tomorrow']->getId()],
            ),
        );
    }
}
