<?php

declare(strict_types=1);

namespace App\Tests\Shared;

use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;

/**
 * What somebody with bad intentions would try first.
 */
final class AttackTest extends WebTestCase
{
    use Visits;

    protected function setUp(): void
    {
        $this->browser = self::createClient();
        $this->browser->disableReboot();
        self::emptied();
    }

    public function testAReboundNameReadsAndWritesNothing(): void
    {
        foreach ([
            'attacker.example', '169.254.169.254', 'localhost.attacker.example', '127.0.0.1.attacker.example', '',
            'LOCALHOST.', '[::1].attacker.example',
        ] as $host) {
            $request = Request::create('/desk');
            $request->headers->set('Host', $host);
            $answer = self::getContainer()->get('kernel')->handle($request);
            self::assertContains($answer->getStatusCode(), [400, 421], $host);
            self::assertStringNotContainsString('note-region', (string) $answer->getContent());
        }
        foreach (['127.0.0.1', '127.0.0.1:8250', 'localhost:8250', 'LocalHost', '[::1]:8250'] as $host) {
            $this->browser->request('GET', '/keys', server: ['HTTP_HOST' => $host]);
            self::assertResponseIsSuccessful($host);
        }
    }

    public function testEveryAnswerForbidsFramesForeignContentAndGuessing(): void
    {
        $this->comeIn();
        foreach ([
            '/desk', '/desk?line=nonsense', '/nowhere', '/band', '/desk/part.txt?line=concert%20F', '/folder',
            '/health',
        ] as $address) {
            $this->browser->request('GET', $address);
            $headers = $this->browser->getResponse()->headers;
            $policy = (string) $headers->get('Content-Security-Policy');
            foreach ([
                "default-src 'none'", "frame-ancestors 'none'", "base-uri 'none'", "form-action 'self'",
                "script-src 'self';",
            ] as $rule) {
                self::assertStringContainsString($rule, $policy, $address);
            }
            self::assertStringNotContainsString('unsafe', $policy);
            self::assertSame(
                ['nosniff', 'DENY', 'same-origin'],
                [
                    $headers->get('X-Content-Type-Options'),
                    $headers->get('X-Frame-Options'),
                    $headers->get('Referrer-Policy'),
                ],
                $address,
            );
            if ('/nowhere' !== $address) {
                self::assertStringContainsString('no-store', (string) $headers->get('Cache-Control'), $address);
            }
        }
    }

    public function testPagesCarryNoScriptAndNoStyleOfTheirOwn(): void
    {
        $this->comeIn();
        foreach ([
            '/desk?line=concert%20F&for=trombone', '/band', '/account', '/band/settings', '/keys',
            '/fingerings?for=flute', '/desk/talk?line=concert%20F', '/nowhere',
        ] as $address) {
            $page = $this->browser->request('GET', $address);
            self::assertCount(
                0,
                $page->filter('script:not([src]), style, [style], [onclick], [onload], [onerror], [hx-on]'),
                $address,
            );
        }
    }

    public function testVisitorsGetNoCookie(): void
    {
        foreach (['/desk', '/sign-in', '/code', '/folder', '/keys', '/p/'.str_repeat('a', 43)] as $address) {
            $this->browser->request('GET', $address);
            self::assertSame([], $this->browser->getResponse()->headers->getCookies(), $address);
        }
    }

    public function testAnotherSiteChangesNothingWithAndWithoutHeaders(): void
    {
        $this->comeIn();
        $token = $this->token();
        $foreign = [
            ['HTTP_ORIGIN' => 'http://elsewhere.example'],
            ['HTTP_ORIGIN' => 'null'],
            ['HTTP_ORIGIN' => 'http://localhost.elsewhere.example'],
            ['HTTP_ORIGIN' => 'https://localhost'],
            ['HTTP_ORIGIN' => 'http://localhost:81'],
            ['HTTP_SEC_FETCH_SITE' => 'cross-site'],
            ['HTTP_SEC_FETCH_SITE' => 'same-site'],
            ['HTTP_SEC_FETCH_SITE' => 'none'],
        ];
        foreach ($foreign as $headers) {
            $this->browser->request(
                'POST',
                '/folder',
                ['name' => 'x', 'line' => 'concert C'] + $token,
                [],
                $headers + ['HTTP_ORIGIN' => self::ORIGIN],
            );
            self::assertResponseStatusCodeSame(403, json_encode($headers) ?: '');
        }
        $this->browser->setServerParameters([]);
        $this->browser->request('POST', '/folder', ['name' => 'x', 'line' => 'concert C'] + $token);
        self::assertResponseStatusCodeSame(403, 'a change that does not say from where it comes is not made');
        $this->browser->request('POST', '/sign-in', ['name' => 'x', 'phrase' => 'y']);
        self::assertResponseStatusCodeSame(403);
        self::assertSame(0, (int) self::database()->fetchOne('SELECT COUNT(*) FROM saved_study'));
    }

    public function testAFormWithoutItsTokenChangesNothing(): void
    {
        $this->comeIn();
        foreach ([[], ['_token' => ''], ['_token' => 'guess'], ['_token' => ['x']]] as $token) {
            $this->browser->request('POST', '/folder', ['name' => 'x', 'line' => 'concert C'] + $token);
            self::assertContains($this->browser->getResponse()->getStatusCode(), [400, 403]);
        }
        self::assertSame(0, (int) self::database()->fetchOne('SELECT COUNT(*) FROM saved_study'));
        // What was typed is not lost, the stale token is.
        $page = $this->browser->request(
            'POST',
            '/folder',
            ['name' => 'Typed', 'line' => 'concert C', '_token' => 'stale'],
        );
        self::assertSame('Typed', $page->filter('#again-name')->attr('value'));
        self::assertStringNotContainsString('stale', (string) $this->browser->getResponse()->getContent());
    }

    public function testEveryFormThatChangesSomethingCarriesTheToken(): void
    {
        $forms = 0;
        foreach ((array) glob(\dirname(__DIR__, 3).'/templates/*/*.twig') as $file) {
            preg_match_all(
                '/<form\b(?:[^>{]|\{\{[^}]*\}\}|\{%[^%]*%\})*?method="post"(?:(?!<\/form>).)*/s',
                (string) file_get_contents((string) $file),
                $found,
            );
            foreach ($found[0] as $form) {
                if (!str_contains($form, "path('sign_in_again')")) { // whoever comes in has no token yet
                    self::assertMatchesRegularExpression('/token_field\((false)?\)/', $form, basename((string) $file));
                }
                ++$forms;
            }
            preg_match_all('/<button[^>]*formmethod="post"[^>]*>/', (string) file_get_contents((string) $file), $found);
            foreach ($found[0] as $button) {
                self::assertStringContainsString('form_token()', $button);
                self::assertStringContainsString(
                    'sent_by()',
                    $button,
                    'the number of the press, and the band of the page',
                );
            }
        }
        self::assertGreaterThan(40, $forms);
    }

    public function testWhatComesAlongIsNotTakenForMore(): void
    {
        $band = $this->comeIn();
        $other = self::director('Other Director', 'Other band');
        $this->browser->loginUser($band->getOwner(), 'main');
        $evil = [
            'band' => $other->getId(), 'band_id' => $other->getId(), 'id' => '018f0000-0000-7000-8000-00000000000a',
            'owner' => $other->getOwner()->getId(), 'isKeeper' => '1', 'is_director' => '1', 'signIn' => 'x',
            'linkHash' => 'x',
        ];
        $this->post('/band/players', ['name' => 'Ada', 'instrument' => 'flute', 'stage' => 'full'] + $evil);
        $this->post('/band/settings', ['name' => 'Evening band', 'kept_days' => '400', 'version' => '1'] + $evil);
        $this->post('/account/bands', ['name' => 'Second'] + $evil);
        self::assertSame([$band->getId()], self::database()->fetchFirstColumn('SELECT DISTINCT band_id FROM player'));
        self::assertSame(0, (int) self::database()->fetchOne('SELECT COUNT(*) FROM account WHERE is_keeper'));
        self::assertSame(
            $other->getOwner()->getId(),
            self::database()->fetchOne('SELECT owner_id FROM band WHERE id = :id', ['id' => $other->getId()]),
        );
        self::assertSame(
            0,
            (int) self::database()->fetchOne('SELECT COUNT(*) FROM player WHERE link_hash IS NOT NULL'),
        );
    }

    public function testMarkupStaysText(): void
    {
        $this->comeIn();
        $markup = '<img src=x onerror=alert(1)>"\'{{7*7}}';
        $this->post(
            '/band/players',
            ['name' => $markup, 'instrument' => 'flute', 'stage' => 'full', 'section' => $markup],
        );
        $this->post('/folder', ['name' => $markup, 'line' => 'concert C']);
        $this->post('/remarks', ['text' => $markup, 'line' => 'concert C', 'for' => 'clarinet-bb']);
        $this->post('/sheets', ['name' => $markup, 'lines' => 'concert C', 'for' => 'flute']);
        $this->post('/band/settings', ['name' => $markup, 'kept_days' => '400', 'version' => '1']);
        $player = self::database()->fetchOne('SELECT id FROM player');
        foreach ([
            '/band', '/band/players/'.$player, '/folder', '/sheets', '/desk?line=concert%20C&for=clarinet-bb',
            '/band/settings', '/band/audit', '/account', '/sign-in?back='.rawurlencode('/'.$markup),
            '/code?code='.rawurlencode($markup), '/folder?q='.rawurlencode($markup),
            '/desk?line='.rawurlencode($markup), '/keys?key='.rawurlencode($markup),
            '/sheets/new?lines='.rawurlencode($markup),
        ] as $address) {
            $page = $this->browser->request('GET', $address);
            self::assertCount(0, $page->filter('img'), $address);
            self::assertStringNotContainsString(
                '<img src=x',
                (string) $this->browser->getResponse()->getContent(),
                $address,
            );
        }
    }

    public function testTheListIsNoSpreadsheetFormula(): void
    {
        $this->comeIn();
        foreach (['=HYPERLINK("http://elsewhere.example")', '+1', '-1', '@SUM(A1)'] as $name) {
            $this->post(
                '/band/players',
                ['name' => $name, 'instrument' => 'flute', 'stage' => 'full', 'section' => $name],
            );
        }
        $this->browser->request('GET', '/band/players.csv');
        $rows = array_map(
            static fn (string $line): array => str_getcsv($line, ',', '"', ''),
            explode("\r\n", trim((string) $this->browser->getResponse()->getContent())),
        );
        self::assertCount(5, $rows);
        foreach ($rows as $row) {
            foreach ($row as $cell) {
                self::assertDoesNotMatchRegularExpression('/^[=+\-@\t\r]/', (string) $cell);
            }
        }
        // And it is read back as what it was.
        $page = $this->post(
            '/band/list',
            [
                'text' => (string) implode(
                    "\n",
                    array_map(
                        static fn (array $row): string => implode(
                            ',',
                            array_map(
                                static fn (?string $cell): string => '"'.strtr((string) $cell, ['"' => '""']).'"',
                                $row,
                            ),
                        ),
                        $rows,
                    ),
                ),
            ],
        );
        self::assertContains(
            '+1',
            $page->filter('.preview td:nth-child(2) input')->each(
                static fn ($one): string => (string) $one->attr('value'),
            ),
        );
    }

    public function testUploadsThatWouldGrowAreRefusedBeforeTheyDo(): void
    {
        $this->comeIn();
        $bomb = (string) tempnam(sys_get_temp_dir(), 'bomb');
        $zip = new \ZipArchive();
        $zip->open($bomb, \ZipArchive::OVERWRITE);
        $zip->addFromString(
            'META-INF/container.xml',
            '<container><rootfiles><rootfile full-path="a.xml"/></rootfiles></container>',
        );
        $zip->addFromString('a.xml', '<score-partwise>'.str_repeat(' ', 60_000_000).'</score-partwise>');
        $zip->close();
        $entities = (string) tempnam(sys_get_temp_dir(), 'laughs');
        file_put_contents(
            $entities,
            '<?xml version="1.0"?><!DOCTYPE s [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;"><!ENTITY c SYSTEM "file:///etc/passwd">]><score-partwise><work><work-title>&b;&c;</work-title></work></score-partwise>',
        );
        $long = (string) tempnam(sys_get_temp_dir(), 'long');
        file_put_contents($long, str_repeat("Ada, flute\n", 30_000));
        foreach ([['/bring-in', $bomb], ['/bring-in', $entities], ['/band/list', $long]] as [$path, $file]) {
            $memory = memory_get_peak_usage();
            $this->post($path, ['for' => 'flute'], ['file' => new UploadedFile($file, 'file.mxl', null, null, true)]);
            self::assertResponseStatusCodeSame(422, $path);
            self::assertStringContainsString('expected', $this->browser->getCrawler()->filter('[role=alert]')->text());
            self::assertStringNotContainsString('root:', (string) $this->browser->getResponse()->getContent());
            self::assertLessThan(40_000_000, memory_get_peak_usage() - $memory, 'work is bounded before it is done');
        }
    }

    public function testStrangeIdsAndShapesDoNoHarm(): void
    {
        $this->comeIn();
        foreach ([
            '/band/players/x',
            '/band/players/018f0000-0000-7000-8000-000000000001',
            "/band/players/1'%20OR%201=1",
            '/sheets/018f0000-0000-7000-8000-000000000001',
            '/schools/x.json',
        ] as $address) {
            $this->browser->request('GET', $address);
            self::assertResponseStatusCodeSame(404, $address);
        }
        foreach ([
            ['/band/list/keep', ['rows' => 'x']],
            ['/band/list/keep', ['rows' => [['take' => '1', 'name' => ['x']]]]],
            ['/band/players', ['name' => ['x'], 'instrument' => ['y'], 'stage' => ['z'], 'setup' => 'w']],
            ['/band/players', ['name' => "A\u{0}\u{FFFE}da\u{202E}", 'instrument' => 'flute', 'stage' => 'full']],
            ['/remarks', ['text' => ['x'], 'note' => ['y']]],
            ['/band/settings', ['name' => ['x'], 'tempo' => 'fast', 'kept_days' => '-1']],
            ['/pins', ['pin' => ['x']]],
            ['/sign-in', ['name' => ['x'], 'phrase' => ['y']]],
            ['/code', ['code' => ['x']]],
        ] as [$path, $fields]) {
            $this->post($path, $fields);
            self::assertLessThan(500, $this->browser->getResponse()->getStatusCode(), $path.' '.json_encode($fields));
        }
        $kept = self::database()->fetchFirstColumn('SELECT name FROM player');
        self::assertSame(['Ada'], $kept, 'signs that no page can set are left out');
    }
}
