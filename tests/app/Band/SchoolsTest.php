<?php

declare(strict_types=1);

namespace App\Tests\Band;

use App\Tests\Shared\Visits;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\HttpFoundation\File\UploadedFile;

/**
 * Learning a school: the same choice made three times is offered as a habit; habits are kept as a school, taken over,
 * given away and brought in; two schools stand on one page. And the pages that explain a line: talk-through, key map,
 * chart.
 */
final class SchoolsTest extends WebTestCase
{
    use Visits;

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::emptied();
        $this->comeIn();
    }

    /** @param array<string, string> $desk */
    private function pin(array $desk, string $pin): string
    {
        $this->post('/pins', $desk + ['pin' => $pin]);
        self::assertResponseStatusCodeSame(303);

        return urldecode((string) $this->browser->getResponse()->headers->get('Location'));
    }

    public function testTheSamePinMadeThreeTimesIsOfferedAsAHabit(): void
    {
        $line = static fn (string $line): array => ['line' => $line, 'for' => 'clarinet-bb'];
        self::assertStringNotContainsString('offer', $this->pin($line('own A major, 2 octaves'), '9 = rE'));
        self::assertStringNotContainsString('offer', $this->pin($line('own B major, from B3'), '8 = rE'));
        $third = $this->pin($line('own D major, 2 octaves, from D4'), '6 = rE');
        self::assertStringContainsString('offer=B4 = rE', $third);
        $page = $this->browser->request('GET', $third);
        self::assertSelectorTextContains('.offer', 'three times');
        self::assertSelectorTextContains('.offer', 'the section');
        $this->browser->submit($page->selectButton('Make it the habit')->form());
        $page = $this->browser->request('GET', '/desk', ['line' => 'own E major, 2 octaves', 'for' => 'clarinet-bb']);
        self::assertSelectorTextContains('.notebook', 'Pinned as a habit');
        self::assertStringContainsString(
            'right E and B key',
            implode(
                ' ',
                $page->filter('.note-region')->each(static fn ($note): string => (string) $note->attr('aria-label')),
            ),
        );
        // What is a habit already is not offered again.
        foreach (['own G major, 2 octaves', 'own E major, 2 octaves', 'own F# major, 2 octaves'] as $more) {
            $notes = $this->browser->request('GET', '/desk', $line($more))
                ->filter('.note-region')
                ->each(static fn ($note): string => (string) $note->attr('aria-label'));
            $at = array_key_first(array_filter(
                $notes,
                static fn (string $words): bool => str_contains($words, ', B 4,'),
            ));
            self::assertStringNotContainsString('offer', $this->pin($line($more), ($at + 1).' = rE'));
        }
    }

    public function testAChangePinnedThreeTimesIsOfferedAsThatChange(): void
    {
        $desk = static fn (string $line): array => ['line' => $line, 'for' => 'alto-sax'];
        $last = '';
        foreach (['own C major', 'own C major, eighths', 'own C major, half notes'] as $line) {
            $last = $this->pin($desk($line), '8 = L1 side-c');
        }
        self::assertStringContainsString('offer=B4 > C5 = L1 > L1 side-c', $last);
    }

    public function testASchoolIsKeptTakenOverGivenAwayBroughtInAndRemoved(): void
    {
        $desk = ['line' => 'own A major, 2 octaves', 'for' => 'clarinet-bb'];
        $this->post('/schools', $desk + ['name' => 'Nothing yet']);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('.sentence', 'for example');
        $this->pin($desk, 'B4 = rE');
        $this->pin($desk, 'C5 = lF');
        $this->post('/schools', $desk + ['name' => 'Right hand first']);
        self::assertResponseStatusCodeSame(303);
        $page = $this->browser->request('GET', '/desk', $desk);
        self::assertSelectorTextContains('.notebook', 'Right hand first');
        $this->browser->request('GET', (string) $page->filter('a[download][href*="/schools/"]')->attr('href'));
        $json = (string) $this->browser->getResponse()->getContent();
        self::assertSame(
            [
                'version' => 1,
                'school' => 'Right hand first',
                'instrument' => 'clarinet-bb',
                'habits' => ['B4 = rE', 'C5 = lF'],
            ],
            json_decode($json, true),
        );
        // Another band brings it in and takes it over for one player.
        self::getContainer()->get('doctrine.dbal.default_connection')->executeStatement(
            'TRUNCATE pinned_fingering, school_of_habits CASCADE',
        );
        $file = (string) tempnam(sys_get_temp_dir(), 'school');
        file_put_contents($file, $json);
        $this->post(
            '/schools/bring',
            $desk,
            ['file' => new UploadedFile($file, 'school.json', 'application/json', null, true)],
        );
        self::assertResponseStatusCodeSame(303);
        $this->post('/band/players', ['name' => 'First chair', 'instrument' => 'clarinet-bb', 'stage' => 'full']);
        $his = '/desk?'.http_build_query($desk + ['player' => self::database()->fetchOne('SELECT id FROM chair')]);
        $page = $this->browser->request('GET', $his);
        $this->browser->submit($page->selectButton('take it over for this player')->form());
        $page = $this->browser->request('GET', $his);
        self::assertStringContainsString(
            'right E and B key',
            (string) $page->filter('.note-region')->eq(8)->attr('aria-label'),
        );
        self::assertStringContainsString(
            'left E and B key',
            (string) $this->browser->request('GET', '/desk', $desk)->filter('.note-region')->eq(8)->attr('aria-label'),
            'the section is as it was',
        );
        // As a second row, and away with it.
        $id = (string) self::getContainer()->get(
            'doctrine.dbal.default_connection',
        )->fetchOne('SELECT id FROM school_of_habits');
        self::assertStringContainsString(
            'or, Right hand first:',
            $this->browser->request('GET', '/desk', $desk + ['other' => 'school:'.$id])->filter('.music')->text(),
        );
        $this->post('/schools/'.$id.'/remove', $desk);
        self::assertSame(
            0,
            (int) self::getContainer()->get('doctrine.dbal.default_connection')->fetchOne(
                'SELECT COUNT(*) FROM school_of_habits',
            ),
        );
        $this->browser->request('GET', '/schools/'.$id.'.json');
        self::assertResponseStatusCodeSame(404);
        foreach ([
            'no json',
            '{"version": 2}',
            '{"version": 1, "school": "x", "instrument": "clarinet-bb", "habits": ["9 = lE"]}',
            '{"version": 1, "school": "x", "instrument": "clarinet-bb", "habits": []}',
        ] as $bad) {
            file_put_contents($file, $bad);
            $this->post(
                '/schools/bring',
                $desk,
                ['file' => new UploadedFile($file, 'school.json', 'application/json', null, true)],
            );
            self::assertResponseStatusCodeSame(422, $bad);
            self::assertSelectorTextContains('.sentence', 'for example');
        }
    }

    public function testASecondSetupStandsInASecondRowOrIsSaidToMakeNoDifference(): void
    {
        $page = $this->browser->request(
            'GET',
            '/desk',
            ['line' => 'own A major, 2 octaves', 'for' => 'clarinet-bb', 'other' => 'setup:left-first'],
        );
        self::assertStringContainsString('or, left little finger first:', $page->filter('.music')->text());
        self::assertSame('setup:left-first', $page->filter('#other option[selected]')->attr('value'));
        $this->browser->request(
            'GET',
            '/desk',
            ['line' => 'own C tetrachord, from C4', 'for' => 'clarinet-bb', 'other' => 'setup:left-first'],
        );
        self::assertSelectorTextContains('.other-school', 'makes no difference');
        self::assertStringNotContainsString(
            'or, ',
            $this->browser->request(
                'GET',
                '/desk',
                ['line' => 'own C major', 'for' => 'clarinet-bb', 'other' => 'setup:kazoo'],
            )
                ->filter('.music')
                ->text(),
        );
    }

    public function testALineIsTalkedThroughOnScreenAndOnPaperWithThePlayersOwnFingerNames(): void
    {
        $page = $this->browser->request(
            'GET',
            '/desk/talk',
            ['line' => 'own G major, 2 octaves', 'for' => 'clarinet-bb'],
        );
        self::assertResponseIsSuccessful();
        self::assertCount(29, $page->filter('.talk li'));
        self::assertCount(29, $page->filter('.talk svg.fingering'));
        $words = $page->filter('.talk-words')->each(static fn ($note): string => $note->text());
        self::assertStringContainsString('Thumb and three left', implode(' ', $words));
        self::assertStringContainsString('The same as low', implode(' ', $words));
        self::assertStringContainsString('Over the break', implode(' ', $words));
        $numbered = $this->browser->request(
            'GET',
            '/desk/talk',
            ['line' => 'own G major, 2 octaves', 'for' => 'clarinet-bb', 'rows' => 'dlrn'],
        )
            ->filter('.talk-words')
            ->each(static fn ($note): string => $note->text());
        self::assertMatchesRegularExpression('/finger(s)? [1-6]/', implode(' ', $numbered));
        self::assertStringNotContainsString('index finger.', implode(' ', $numbered));
        foreach (['clarinet-bb', 'trombone', 'horn-f', 'keyboard'] as $id) {
            $this->browser->request('GET', '/desk/talk.pdf', ['line' => 'own G major', 'for' => $id]);
            self::assertStringStartsWith('%PDF', (string) $this->browser->getResponse()->getContent());
        }
    }

    public function testTheKeyMapNamesEveryKeyOfTheSetup(): void
    {
        $page = $this->browser->request('GET', '/fingerings/keys', ['for' => 'oboe', 'setup' => 'left-f']);
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('left F key', $page->filter('.key-list')->text());
        self::assertStringNotContainsString(
            'left F key',
            $this->browser->request('GET', '/fingerings/keys', ['for' => 'oboe'])->filter('.key-list')->text(),
        );
        $this->browser->request('GET', '/fingerings/keys.pdf', ['for' => 'bassoon']);
        self::assertStringStartsWith('%PDF', (string) $this->browser->getResponse()->getContent());
        $horn = ['for' => 'horn-f', 'setup' => 'double'];
        self::assertStringContainsString(
            'from the F side to the B♭ side',
            $this->browser->request('GET', '/fingerings/keys', $horn)->filter('.key-list')->text(),
        );
        $this->browser->request('GET', '/fingerings/keys', ['for' => 'xylophone']);
        self::assertResponseStatusCodeSame(404);
    }

    public function testNotesStandLargeWithAFieldEachAndThoseChosenArePrinted(): void
    {
        $line = ['of' => 'line', 'line' => 'own D major', 'for' => 'trumpet-bb', 'stage' => 'first'];
        $fields = $this->browser->request('GET', '/fingerings/large', $line)->filter('.large-fields li');
        self::assertCount(8, $fields);
        self::assertStringContainsString('One and three. 32 cents sharp: third slide out', $fields->eq(0)->text());
        self::assertCount(1, $fields->eq(0)->filter('.large-drawing'));
        $this->browser->request('GET', '/fingerings/large.pdf', $line + ['only' => ['D4', 'F#4'], 'paper' => 'letter']);
        $pdf = (string) $this->browser->getResponse()->getContent();
        self::assertStringStartsWith('%PDF', $pdf);
        $of = fn (array $query): int => $this->browser->request('GET', '/fingerings/large', $query)
            ->filter('.large-fields li')
            ->count();
        self::assertSame(37, $of(['for' => 'flute']));
        self::assertGreaterThan($of(['for' => 'clarinet-bb', 'register' => 'chalumeau']), $of(['for' => 'clarinet-bb']));
        self::assertSame(0, $of(['for' => 'xylophone']));
        $this->browser->request('GET', '/fingerings/large', ['of' => 'line', 'line' => 'own H mayor'] + $line);
        self::assertResponseStatusCodeSame(422);
    }

    public function testTheChartExplainsItsAlternatesAndTheDeskItsSigns(): void
    {
        $page = $this->browser->request('GET', '/fingerings', ['for' => 'bassoon']);
        self::assertSelectorTextContains('.explained', 'players differ');
        self::assertSelectorTextContains('.legend', 'half covered');
        $desk = $this->browser->request('GET', '/desk', ['line' => 'own G major', 'for' => 'bassoon']);
        self::assertStringContainsString('half covered', $desk->filter('#page .legend')->text());
        self::assertStringContainsString('goes down since the note before', $desk->filter('#page .legend')->text());
        $still = $this->browser->request(
            'GET',
            '/desk',
            ['line' => 'own G major', 'for' => 'bassoon', 'rows' => 'dlrfx'],
        );
        self::assertStringNotContainsString('since the note before', $still->filter('#page .legend')->text());
        self::assertSame('false', $still->filter('#row-x')->attr('aria-checked'));
    }
}
