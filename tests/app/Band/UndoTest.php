<?php

declare(strict_types=1);

namespace App\Tests\Band;

use App\Band\Removed;
use App\Band\Trash;
use App\Tests\Shared\Visits;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;

/**
 * Whatever is removed can be brought back as it stood.
 */
final class UndoTest extends WebTestCase
{
    use Visits;

    private Connection $connection;

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        $this->connection = self::getContainer()->get(EntityManagerInterface::class)->getConnection();
        $this->connection->beginTransaction();
        $this->comeIn('Undo director');
    }

    protected function tearDown(): void
    {
        $this->connection->rollBack();
        parent::tearDown();
    }

    public function testEveryKindOfThingComesBackAsItStood(): void
    {
        $desk = ['line' => 'own A major, 2 octaves', 'for' => 'clarinet-bb'];
        $this->post('/band/players', ['name' => 'Undo chair', 'instrument' => 'clarinet-bb', 'stage' => 'full']);
        $player = (string) $this->connection->fetchOne(
            "SELECT c.id FROM chair c JOIN player p ON p.id = c.player_id WHERE p.name = 'Undo chair'",
        );
        $this->post('/pins', ['pin' => 'B4 = rE', 'player' => $player] + $desk);
        $this->post('/pins', ['pin' => '9 = rE'] + $desk);
        $this->post('/remarks', ['text' => 'Undo this remark', 'note' => '3'] + $desk);
        $this->post('/schools', ['name' => 'Undo school'] + $desk);
        $this->post('/patterns', ['name' => 'Undo pattern', 'cell' => '1 3 2 1']);
        $this->post('/sheets/add', $desk);
        $kinds = [
            ['remark', 'remarks', "SELECT * FROM remark WHERE text = 'Undo this remark'"],
            ['pinned_fingering', 'pins', "SELECT * FROM pinned_fingering WHERE pin = '9 = rE'"],
            ['own_pattern', 'patterns', "SELECT * FROM own_pattern WHERE name = 'Undo pattern'"],
            ['study_sheet', 'sheets', "SELECT * FROM study_sheet WHERE lines = 'own A major, 2 octaves'"],
            ['player', 'band/players', "SELECT * FROM player WHERE name = 'Undo chair'"],
        ];
        foreach ($kinds as [$table, $path, $query]) {
            $before = $this->connection->fetchAllAssociative($query);
            self::assertCount(1, $before, $table);
            $all = $this->connection->fetchAllAssociative('SELECT * FROM pinned_fingering ORDER BY id');
            $this->post('/'.$path.'/'.$before[0]['id'].'/remove', $desk);
            self::assertResponseStatusCodeSame(303, $table);
            self::assertSame([], $this->connection->fetchAllAssociative($query), $table);
            $page = $this->browser->followRedirect();
            self::assertSelectorTextContains('.undo', 'Removed:', $table);
            $this->browser->submit($page->filter('.undo button')->form());
            self::assertResponseStatusCodeSame(303);
            self::assertSame($before, $this->connection->fetchAllAssociative($query), $table.' is back');
            self::assertSame(
                $all,
                $this->connection->fetchAllAssociative('SELECT * FROM pinned_fingering ORDER BY id'),
                'with what hung on it',
            );
            $this->browser->followRedirect();
            self::assertSelectorNotExists('.undo');
        }
    }

    public function testItIsKeptThirtyDaysAndNoLongerAndLeadsNowhereElse(): void
    {
        $this->connection->executeStatement(
            "INSERT INTO removed (id, says, rows, removed_at) VALUES ('018f0000-0000-7000-8000-000000000001', 'old', '[]', now() - INTERVAL '31 days')",
        );
        $this->post('/patterns', ['name' => 'Undo two', 'cell' => '1 3 2 1']);
        $this->post(
            '/patterns/'.$this->connection->fetchOne("SELECT id FROM own_pattern WHERE name = 'Undo two'").'/remove',
        );
        self::getContainer()->get(Trash::class)->sweep();
        self::assertSame(
            ['Undo two'],
            $this->connection->fetchFirstColumn("SELECT says FROM removed WHERE says IN ('old', 'Undo two')"),
            'the old one is gone, the new one is there',
        );
        $this->post('/undo/018f0000-0000-7000-8000-000000000001');
        self::assertResponseStatusCodeSame(404);
        self::assertSelectorTextContains('[role=alert]', 'nothing to bring back');
        foreach (['https://elsewhere.invalid/', '//elsewhere.invalid', '/\\elsewhere'] as $n => $back) {
            $this->post('/patterns', ['name' => 'Undo '.$n, 'cell' => '1 3 2 1']);
            $this->post(
                '/patterns/'.$this->connection->fetchOne(
                    'SELECT id FROM own_pattern WHERE name = :name',
                    ['name' => 'Undo '.$n],
                ).'/remove',
            );
            $this->post(
                '/undo/'.$this->connection->fetchOne(
                    'SELECT id FROM removed WHERE says = :says',
                    ['says' => 'Undo '.$n],
                ),
                ['back' => $back],
            );
            self::assertResponseRedirects('/desk?brought=1');
        }
        self::assertNull(self::getContainer()->get(EntityManagerInterface::class)->find(
            Removed::class,
            '018f0000-0000-7000-8000-000000000001',
        ));
    }
}
