<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;

/**
 * The plan of the house: folders of the core use those above them, and no framework comes in.
 */
final class HouseTest extends TestCase
{
    private const ORDER = ['Knowledge', 'Pitch', 'Scale', 'Pattern', 'Time', 'Line', 'Player', 'Study', 'Instrument', 'Fingering', 'Explain', 'Score', 'Packet', 'Practice', 'Record', 'Listening', 'Import'];

    public function testArrowsPointDownAndNoFrameworkIsInTheCore(): void
    {
        $root = \dirname(__DIR__, 2).'/core/';
        $read = 0;
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS)) as $file) {
            \assert($file instanceof \SplFileInfo);
            $folder = explode('/', substr($file->getPathname(), \strlen($root)))[0];
            $place = array_search($folder, self::ORDER, true);
            self::assertNotFalse($place, $file->getPathname().' lies in a folder that is not in the plan');
            $code = (string) file_get_contents($file->getPathname());
            preg_match_all('/(?:^use |\\\\)(SwiftReed\\\\(\w+)|(?:Symfony|Doctrine|Twig|App)\\\\[\w\\\\]+)/m', $code, $uses, \PREG_SET_ORDER);
            foreach ($uses as $use) {
                if (isset($use[2])) {
                    $used = array_search($use[2], self::ORDER, true);
                    self::assertTrue(false === $used || $used <= $place, $file->getFilename().' uses '.$use[1].', which stands below it');
                } else {
                    self::assertStringStartsWith('Symfony\\Component\\Yaml', $use[1], $file->getFilename());
                }
            }
            ++$read;
        }
        self::assertGreaterThan(50, $read);
    }
}
