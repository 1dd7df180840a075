<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\TestCase;

/**
 * The plan of the house: folders of the core use those above them, and no framework comes in.
 */
final class HouseTest extends TestCase
{
    /**
     * The folders of a list in docs/house.md, in its order.
     *
     * @return list<string>
     */
    private static function listed(string $heading): array
    {
        $plan = (string) file_get_contents(\dirname(__DIR__, 2).'/docs/house.md');
        self::assertSame(1, preg_match('/^## '.preg_quote($heading, '/').'$(.*?)(?=^## |\z)/ms', $plan, $part));
        preg_match_all('/^(?:\d+\.|-) `(\w+)`/m', $part[1], $found);

        return $found[1];
    }

    public function testArrowsPointDownAndNoFrameworkIsInTheCore(): void
    {
        $root = \dirname(__DIR__, 2).'/core/';
        $order = self::listed('core/');
        self::assertSame(
            [],
            array_diff($order, array_map(basename(...), (array) glob($root.'*'))),
            'every folder of the plan is there',
        );
        $read = 0;
        foreach (new \RecursiveIteratorIterator(
            new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS),
        ) as $file) {
            \assert($file instanceof \SplFileInfo);
            $folder = explode('/', substr($file->getPathname(), \strlen($root)))[0];
            $place = array_search($folder, $order, true);
            self::assertNotFalse($place, $file->getPathname().' lies in a folder that is not in the plan');
            $code = (string) file_get_contents($file->getPathname());
            preg_match_all(
                '/(?:^use |\\\\)(SwiftReed\\\\(\w+)|(?:Symfony|Doctrine|Twig|App)\\\\[\w\\\\]+)/m',
                $code,
                $uses,
                \PREG_SET_ORDER,
            );
            foreach ($uses as $use) {
                if (isset($use[2])) {
                    $used = array_search($use[2], $order, true);
                    self::assertTrue(
                        false === $used || $used <= $place,
                        $file->getFilename().' uses '.$use[1].', which stands below it',
                    );
                } else {
                    self::assertStringStartsWith('Symfony\\Component\\Yaml', $use[1], $file->getFilename());
                }
            }
            ++$read;
        }
        self::assertGreaterThan(50, $read);
    }

    public function testRoomsOfTheApplicationUseThoseAboveThem(): void
    {
        $root = \dirname(__DIR__, 2).'/src/';
        $order = self::listed('src/');
        $arrows = 0;
        foreach ((array) glob($root.'*/{*,*/*}.php', \GLOB_BRACE) as $file) {
            $room = explode('/', substr((string) $file, \strlen($root)))[0];
            $place = array_search($room, $order, true);
            self::assertNotFalse($place, $room.' is not in the plan');
            preg_match_all(
                '/\bApp\\\\(\w+)\\\\(\w+)/',
                (string) file_get_contents((string) $file),
                $uses,
                \PREG_SET_ORDER,
            );
            foreach ($uses as [$named, $other]) {
                $above = array_search($other, $order, true);
                self::assertNotFalse($above, basename((string) $file).' names '.$named);
                self::assertLessThanOrEqual(
                    $place,
                    $above,
                    basename((string) $file).' uses '.$named.', which stands below it',
                );
                ++$arrows;
            }
        }
        self::assertGreaterThan(500, $arrows);
    }

    public function testTheApplicationHasTheRoomsOfThePlanAndTemplatesAndTestsTheirNames(): void
    {
        $root = \dirname(__DIR__, 2);
        $rooms = self::listed('src/');
        $there = array_map(basename(...), array_filter((array) glob($root.'/src/*'), is_dir(...)));
        self::assertEqualsCanonicalizing($rooms, $there);
        foreach ([
            'templates' => strtolower(...),
            'tests/app' => static fn (string $room): string => $room,
            'assets' => strtolower(...),
        ] as $folder => $named) {
            foreach (array_map(
                basename(...),
                array_filter((array) glob($root.'/'.$folder.'/*'), is_dir(...)),
            ) as $name) {
                self::assertContains($name, array_map($named, $rooms), $folder.'/'.$name);
            }
        }
    }

    /**
     * Controllers read and render; what is changed is changed by a class that is named by the trade, so that it can be
     * found, tried and called from elsewhere.
     */
    public function testControllersOnlyReadAndRender(): void
    {
        $root = \dirname(__DIR__, 2).'/src/';
        $changes = self::changesOfEntities($root);
        self::assertContains('withdraw', $changes, 'what changes an entity is found');
        $read = 0;
        foreach ((array) glob($root.'*/*Controller.php') as $file) {
            $code = (string) file_get_contents((string) $file);
            $name = basename((string) $file);
            self::assertDoesNotMatchRegularExpression('/^use Doctrine\\\\/m', $code, $name.' speaks to the database');
            self::assertDoesNotMatchRegularExpression('/->note\(/', $code, $name.' writes the audit');
            preg_match_all('/\$(\w+)->(\w+)\(/', $code, $calls, \PREG_SET_ORDER);
            foreach ($calls as [$call, $on, $does]) {
                $isService = 'this' === $on || 1 === preg_match('/\b[A-Z]\w+ \$'.$on.'[,)\s]/', self::heads($code));
                self::assertTrue($isService || !\in_array($does, $changes, true), $name.' changes an entity: '.$call);
            }
            ++$read;
        }
        self::assertGreaterThan(25, $read);
    }

    /** The heads of the actions: what is handed to them is a service or the request. */
    private static function heads(string $code): string
    {
        preg_match_all('/function \w+\((.*?)\)(?:: |\s*\{)/s', $code, $heads);

        return implode("\n", $heads[1]);
    }

    /** @return list<string> methods of entities that give nothing back: they change them */
    private static function changesOfEntities(string $root): array
    {
        $found = [];
        foreach ((array) glob($root.'*/*.php') as $file) {
            $code = (string) file_get_contents((string) $file);
            if (str_contains($code, '#[ORM\\Entity')) {
                preg_match_all('/public function (?!__construct)(\w+)\([^{;]*\): void/', $code, $methods);
                array_push($found, ...$methods[1]);
            }
        }

        return array_values(array_unique($found));
    }
}
