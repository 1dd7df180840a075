<?php

declare(strict_types=1);

namespace App\Tests\Shared;

use App\Engraving\Engraver;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\HttpClient\MockHttpClient;
use Symfony\Component\HttpClient\Response\MockResponse;

/**
 * When the database or the engraver is down, the rest goes on and nothing typed is lost.
 */
final class OutagesTest extends WebTestCase
{
    public function testWithoutADatabaseTheDeskWorksAndSavingKeepsWhatWasTyped(): void
    {
        $kept = $_SERVER['DATABASE_URL'];
        $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = 'postgresql://nobody@127.0.0.1:1/none?serverVersion=15';
        try {
            $browser = self::createClient();
            $browser->request('GET', '/desk', ['line' => 'concert D', 'study' => '0193a1f0-0000-7000-8000-000000000000']);
            self::assertResponseIsSuccessful();
            $page = $browser->request('POST', '/folder', ['name' => 'Keep me', 'line' => 'concert D major'], [], ['HTTP_ORIGIN' => 'http://localhost']);
            self::assertResponseStatusCodeSame(503);
            self::assertStringContainsString('database does not answer', $page->text());
            self::assertSame('concert D major', $page->filter('input[name=line]')->attr('value'));
            self::assertSame('Keep me', $page->filter('input[name=name]')->attr('value'));
        } finally {
            $_SERVER['DATABASE_URL'] = $_ENV['DATABASE_URL'] = $kept;
        }
    }

    public function testWhenTheServiceIsDownTheEngraverRunsOnce(): void
    {
        $root = \dirname(__DIR__, 3);
        $folder = sys_get_temp_dir().'/swift-reed-'.bin2hex(random_bytes(5));
        $score = (string) file_get_contents(__DIR__.'/one-note.musicxml');
        $down = new Engraver(new MockHttpClient(new MockResponse('', ['error' => 'refused'])), 1, '', $root, $folder);
        $engraving = $down->engrave($score, 8000);
        self::assertCount(1, $engraving->systems);
        self::assertArrayHasKey(0, $engraving->systems[0]->heads);

        // What was engraved once is kept: no service, no program, the same page.
        $kept = new Engraver(new MockHttpClient(new MockResponse('', ['error' => 'refused'])), 1, '', '/nowhere', $folder);
        self::assertEquals($engraving, $kept->engrave($score, 8000));
    }
}
