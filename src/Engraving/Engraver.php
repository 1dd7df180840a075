<?php

declare(strict_types=1);

namespace App\Engraving;

use App\Shared\Budgets;
use App\Shared\PassedBy;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Process\Exception\ExceptionInterface as ProcessError;
use Symfony\Component\Process\Process;
use Symfony\Contracts\HttpClient\Exception\ExceptionInterface as HttpError;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/**
 * Turns our MusicXML into systems of SVG: asks the loopback service, and runs the engraver once as a process when the
 * service is down. Results are kept by a hash of what went in.
 */
final class Engraver
{
    /** Seconds that the service has for one page: it takes a twentieth of one; a hung one is passed by. */
    private const PATIENCE = 2.0;
    /**
     * Seconds for a score of many staves, and for whatever a worker makes, which waits behind what people wait for: 41
     * staves of tetra take 7, beside other work twice that. Less than the web server waits (60), and than the service
     * works at one (50).
     */
    private const PATIENCE_FOR_SCORES = 45.0;
    /** Bytes of MusicXML from which it takes more than a moment: a page of one player seldom has as many. */
    private const SCORE = 100_000;
    /** Seconds for which a service that did not answer is not asked again. */
    private const PASSED_BY = 5;
    /** Changes when the engraver's options do, so that kept results are made anew. */
    private const EDITION = '11';

    public function __construct(
        private readonly HttpClientInterface $client,
        #[Autowire('%env(int:ENGRAVER_PORT)%')]
        private readonly int $port,
        #[Autowire('%env(ENGRAVER_TOKEN)%')]
        private readonly string $token,
        #[Autowire('%kernel.project_dir%')]
        private readonly string $root,
        #[Autowire('%kernel.cache_dir%/engravings')]
        private readonly string $cache,
        private readonly Budgets $budgets,
    ) {
    }

    /**
     * @param int $width  of a system in units of the drawing, a hundred to the millimetre
     * @param int $labels room for the names of the parts before a system
     *
     * @throws EngravingError
     */
    public function engrave(string $musicXml, int $width, int $labels = 0): Engraving
    {
        $key = hash('xxh128', self::EDITION.'|'.$width.'|'.($labels > 0 ? $labels.'|' : '').$musicXml);
        $file = $this->cache.'/'.substr($key, 0, 2).'/'.$key.'.json';
        $kept = @file_get_contents($file);
        if (\is_string($kept)) {
            try {
                return Engraving::fromJson($kept);
            } catch (EngravingError) {
                @unlink($file); // half written, or of another edition: made anew
            }
        }
        $begun = microtime(true);
        $engraving = Engraving::fromPages(
            self::pages($this->fromService($musicXml, $width, $labels)
                ?? $this->fromProcess($musicXml, $width, $labels)),
            substr_count($musicXml, '<note id="n'),
        );
        $this->budgets->elsewhere(microtime(true) - $begun);
        $this->keep($file, $engraving->toJson());

        return $engraving;
    }

    /**
     * @return list<string>
     *
     * @throws EngravingError
     */
    private static function pages(string $json): array
    {
        $data = json_decode($json, true, 8);
        $pages = \is_array($data) && \is_array($data['pages'] ?? null)
            ? array_values(array_filter($data['pages'], is_string(...)))
            : [];

        return [] === $pages ? throw EngravingError::failed('the engraver answered with no page') : $pages;
    }

    private function fromService(string $musicXml, int $width, int $labels): ?string
    {
        // One request that waits is enough: those after it go on at once, until the service is back.
        $silent = new PassedBy($this->cache.'/silent', self::PASSED_BY);
        if ($silent->is()) {
            return null;
        }
        $isBackground = 'cli' === \PHP_SAPI;
        $patience = $isBackground || \strlen($musicXml) > self::SCORE ? self::PATIENCE_FOR_SCORES : self::PATIENCE;
        $headers = ['Content-Type' => 'application/xml', 'X-Engraver-Token' => $this->token]
            + ($isBackground ? ['X-Engraver-For' => 'background'] : []);
        try {
            $response = $this->client->request(
                'POST',
                \sprintf('http://127.0.0.1:%d/engrave?width=%d&labels=%d', $this->port, $width, $labels),
                ['body' => $musicXml, 'headers' => $headers, 'timeout' => $patience, 'max_duration' => $patience],
            );
            if (422 === $response->getStatusCode()) {
                throw EngravingError::failed($response->getContent(false));
            }

            return 200 === $response->getStatusCode() ? $response->getContent() : null;
        } catch (HttpError) {
            $silent->note();

            return null;
        }
    }

    private function fromProcess(string $musicXml, int $width, int $labels): string
    {
        $process = new Process(
            ['node', $this->root.'/engraver/once.mjs', (string) $width, (string) $labels],
            $this->root,
            null,
            $musicXml,
            30,
        );
        try {
            $process->mustRun();
        } catch (ProcessError) {
            throw EngravingError::notInstalled('The engraver', 'run bin/start, which installs and starts it');
        }

        return $process->getOutput();
    }

    private function keep(string $file, string $json): void
    {
        if (!is_dir(\dirname($file)) && !@mkdir(\dirname($file), 0o777, true) && !is_dir(\dirname($file))) {
            return;
        }
        $draft = $file.'.'.bin2hex(random_bytes(4));
        if (false !== @file_put_contents($draft, $json)) {
            @rename($draft, $file);
        }
    }
}
