<?php

declare(strict_types=1);

namespace App\Tests\Band;

use App\Band\Player;
use App\Band\Ways;
use App\Tests\Shared\Visits;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;

/**
 * A band that names notes in German or by fixed do: what is looked at and typed follows, what is kept and given away
 * stays in English.
 */
final class NoteNamesTest extends WebTestCase
{
    use Visits;

    private const SETTINGS = [
        'name' => 'Evening band', 'key_order' => 'fourths', 'paper' => 'a4', 'reminders' => 'affected', 'tempo' => '',
        'zone' => 'UTC', 'kept_days' => '400',
    ];

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::emptied();
        $this->comeIn();
    }

    private function speak(string $names): void
    {
        $version = (string) self::database()->fetchOne('SELECT version FROM band');
        $this->post('/band/settings', self::SETTINGS + ['note_names' => $names, 'version' => $version]);
        self::assertResponseStatusCodeSame(303);
    }

    /** @param array<string, mixed> $query */
    private function text(string $path, array $query = []): string
    {
        $this->browser->request('GET', $path, $query);

        return (string) $this->browser->getResponse()->getContent();
    }

    public function testThePageIsInTheBandsNamesAndTheAddressInEnglish(): void
    {
        $this->speak('german');
        $line = ['line' => 'own Bb major, from A4', 'for' => 'trumpet-bb'];
        $page = $this->browser->request('GET', '/desk', $line);
        self::assertSame('own B major, from A4', $page->filter('#line')->attr('value'));
        self::assertSame('german-line', $page->filter('#line')->attr('name'));
        self::assertSame('own Bb major, from A4', $page->filter('#state')->attr('data-line'));
        self::assertSelectorTextContains('#page', 'B major');
        self::assertStringNotContainsString('B♭ major', $page->filter('#page')->text());
        self::assertStringContainsString('concert As major', $page->filter('#page')->text());
        // Typed German, read, and the address that is pushed is English.
        foreach ([
            ['german-line' => 'own H-Dur, thirds'], ['line' => 'own B major, thirds'],
            ['german-line' => 'own H major, thirds', 'line' => 'own C major'],
        ] as $typed) {
            $this->browser->request('GET', '/desk', $typed + ['for' => 'trumpet-bb'], [], [
                'HTTP_HX_REQUEST' => 'true', 'HTTP_HX_TRIGGER' => 'line',
            ]);
            self::assertResponseIsSuccessful();
            self::assertStringContainsString(
                'line=own%20B%20major,%20thirds',
                (string) $this->browser->getResponse()->headers->get('HX-Replace-Url'),
            );
        }
        $this->speak('fixed-do');
        self::assertSame(
            'own sib major, from la4',
            $this->browser->request('GET', '/desk', $line)->filter('#line')->attr('value'),
        );
        $talk = $this->text('/desk/talk', $line);
        self::assertStringContainsString('mi♭', $talk);
        $this->speak('english');
        self::assertSame(
            ['own Bb major, from A4', 'line'],
            $this->browser->request('GET', '/desk', $line)->filter('#line')->extract(['value', 'name'])[0],
        );
    }

    public function testAMistakeIsShownInWhatWasTyped(): void
    {
        $this->speak('german');
        $this->browser->request('GET', '/desk', ['german-line' => 'own Es-Dur, thrids', 'for' => 'flute'], [], [
            'HTTP_HX_REQUEST' => 'true', 'HTTP_HX_TRIGGER' => 'line',
        ]);
        $error = $this->browser->getCrawler();
        self::assertSame('own Es-Dur, thrids', trim($error->filter('.line-echo')->text()));
        self::assertSame('thrids', $error->filter('.line-echo mark')->text());
        self::assertStringContainsString('Column 13: "thrids"', $error->filter('.line-error')->text());
        self::assertStringContainsString('own Es major, thirds', $error->filter('.meant')->text());
        self::assertStringContainsString(
            'own%20Eb%20major',
            (string) $error->filter('.meant a')->attr('href'),
        );
    }

    public function testFilesAreTheSameLetterByLetterInWhateverNames(): void
    {
        $files = function (): array {
            $line = ['line' => 'own Bb major, over ii V I, thirds', 'for' => 'trumpet-bb'];
            $all = [];
            foreach (['json', 'txt', 'musicxml', 'mid'] as $format) {
                $all[$format] = $this->text('/desk/part.'.$format, $line + ['rows' => 'dlrf']);
            }
            foreach (['musicxml', 'mid'] as $format) {
                $all['score '.$format] = $this->text('/score/score.'.$format, ['line' => 'concert Bb major']);
            }
            $all['patterns'] = $this->text('/patterns.json');

            return $all;
        };
        $english = $files();
        foreach (['german', 'fixed-do'] as $names) {
            $this->speak($names);
            self::assertSame($english, $files(), $names);
        }
        self::assertStringContainsString('"tonic": "Bb"', $english['json']);
    }

    public function testWhateverIsTypedIsKeptInEnglish(): void
    {
        $this->speak('german');
        $this->post('/band/players', [
            'name' => 'Ada', 'instrument' => 'clarinet-bb', 'stage' => 'full', 'german-limits' => 'E3 to B5',
        ]);
        self::assertSame('E3 to Bb5', self::database()->fetchOne('SELECT limits FROM chair'));
        $id = (string) self::database()->fetchOne('SELECT id FROM player');
        $page = $this->browser->request('GET', '/band/players/'.$id);
        self::assertSame('E3 to B5', $page->filter('input[name=german-limits]')->attr('value'));
        self::assertCount(1, $page->filter('#player-names option[value=""][selected]'));
        $this->post('/pins', ['line' => 'own C major', 'for' => 'clarinet-bb', 'german-pin' => 'H4 = rE']);
        self::assertSame('B4 = rE', self::database()->fetchOne('SELECT pin FROM pinned_fingering'));
        $found = $this->browser->request('GET', '/fingerings', ['german-q' => 'H4', 'for' => 'flute']);
        self::assertSelectorTextContains('.sentence strong', 'H4');
        self::assertSame('H4', $found->filter('#q')->attr('value'));
    }

    public function testAKeyIsAskedForByItsName(): void
    {
        $this->speak('german');
        $page = $this->browser->request('GET', '/keys', ['german-key' => 'B', 'naming' => 'concert']);
        self::assertStringContainsString('Concert B: who plays what?', $page->text());
        self::assertStringContainsString('two flats', $page->text());
        $page = $this->browser->request('GET', '/keys', ['german-key' => 'H', 'naming' => 'concert']);
        self::assertStringContainsString('five sharps', $page->text());
        self::assertSame('H', $page->filter('#key')->attr('value'));
    }

    public function testAPlayerMayHaveItOtherwiseThanTheBand(): void
    {
        $this->speak('german');
        $this->post('/band/players', ['name' => 'Ada', 'instrument' => 'trumpet-bb', 'stage' => 'full']);
        $id = (string) self::database()->fetchOne('SELECT id FROM player');
        $this->post('/band/players/'.$id, ['name' => 'Ada', 'note_names' => 'fixed-do', 'version' => '1']);
        self::assertResponseStatusCodeSame(303);
        self::assertSame('fixed-do', self::database()->fetchOne('SELECT note_names FROM player'));
        $this->post('/band/players/'.$id, ['name' => 'Ada', 'note_names' => 'klingon', 'version' => '2']);
        self::assertResponseStatusCodeSame(422);
        $line = ['line' => 'own Bb major', 'for' => 'trumpet-bb'];
        $this->browser->request('GET', '/desk', $line);
        self::assertSelectorTextContains('#page', 'B major');
        $this->comesInAs($id);
        $this->browser->request('GET', '/desk', $line);
        self::assertSelectorTextContains('#page', 'si♭ major');
        $mine = $this->browser->request('GET', '/mine');
        self::assertCount(1, $mine->filter('option[value=fixed-do][selected]'));
        // As in the band again, by the player's own press.
        $form = $mine->selectButton('Keep')->form(['note_names' => '']);
        $this->browser->submit($form);
        self::assertNull(self::database()->fetchOne('SELECT note_names FROM player'));
        $this->browser->request('GET', '/desk', $line);
        self::assertSelectorTextContains('#page', 'B major');
        self::assertStringNotContainsString('B♭ major', $this->browser->getCrawler()->filter('#page')->text());
    }

    private function comesInAs(string $player): void
    {
        $entities = self::getContainer()->get(EntityManagerInterface::class);
        $found = $entities->find(Player::class, $player);
        self::assertNotNull($found);
        $signIn = self::getContainer()->get(Ways::class)->signIn($found, null);
        $entities->flush();
        $this->browser->getCookieJar()->clear();
        $this->browser->loginUser($signIn, 'main');
    }
}
