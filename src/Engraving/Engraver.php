<?php

declare(strict_types=1);

namespace App\Engraving;

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
    /** Changes when the engraver's options do, so that kept results are made anew. */
    private const EDITION = '3';

    public function __construct(
        private readonly HttpClientInterface $client,
        #[Autowire('%env(int:ENGRAVER_PORT)%')]
        private readonly int $port,
        #[Autowire('%kernel.project_dir%')]
        private readonly string $root,
        #[Autowire('%kernel.cache_dir%/engravings')]
        private readonly string $cache,
    ) {
    }

    /**
     * @param int $width of a system in units of the drawing, a hundred to the millimetre
     *
     * @throws EngravingError
     */
    public function engrave(string $musicXml, int $width): Engraving
    {
        $key = hash('xxh128', self::EDITION.'|'.$width.'|'.$musicXml);
        $file = $this->cache.'/'.substr($key, 0, 2).'/'.$key.'.json';
        $kept = @file_get_contents($file);
        if (\is_string($kept)) {
            return Engraving::fromJson($kept);
        }
        $json = $this->fromService($musicXml, $width) ?? $this->fromProcess($musicXml, $width);
        $engraving = Engraving::fromJson($json);
        $this->keep($file, $json);

        return $engraving;
    }

    private function fromService(string $musicXml, int $width): ?string
    {
        try {
            $response = $this->client->request('POST', \sprintf('http://127.0.0.1:%d/engrave?width=%d', $this->port, $width), ['body' => $musicXml, 'headers' => ['Content-Type' => 'application/xml'], 'timeout' => 10]);
            if (422 === $response->getStatusCode()) {
                throw EngravingError::failed($response->getContent(false));
            }

            return 200 === $response->getStatusCode() ? $response->getContent() : null;
        } catch (HttpError) {
            return null;
        }
    }

    private function fromProcess(string $musicXml, int $width): string
    {
        $process = new Process(['node', $this->root.'/engraver/once.mjs', (string) $width], $this->root, null, $musicXml, 30);
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
