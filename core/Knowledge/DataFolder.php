<?php

declare(strict_types=1);

namespace SwiftReed\Knowledge;

use Symfony\Component\Yaml\Exception\ParseException;
use Symfony\Component\Yaml\Yaml;

/**
 * The folder of knowledge files. Each YAML file is read once and compiled into a PHP file that the opcode cache keeps;
 * a compiled file older than its source is made anew.
 */
final class DataFolder
{
    /** @var array<string, array<string, mixed>> */
    private array $read = [];

    public function __construct(public readonly string $folder, private readonly string $cacheFolder)
    {
    }

    /** The folder that ships with the product. */
    public static function shipped(): self
    {
        $root = \dirname(__DIR__, 2);

        return new self($root.'/data', $root.'/var/knowledge');
    }

    /** @return list<string> names of the files of a sub-folder, without their ending, sorted */
    public function names(string $subFolder): array
    {
        $files = glob($this->folder.'/'.$subFolder.'/*.yaml');

        return array_map(
            static fn (string $file): string => $subFolder.'/'.basename($file, '.yaml'),
            false === $files ? [] : $files,
        );
    }

    public function has(string $name): bool
    {
        return is_file($this->folder.'/'.$name.'.yaml');
    }

    /**
     * @return array<string, mixed> the file's top-level entries
     *
     * @throws DataError when the file is missing or is not YAML with named entries
     */
    public function read(string $name): array
    {
        if (isset($this->read[$name])) {
            return $this->read[$name];
        }
        $source = $this->folder.'/'.$name.'.yaml';
        $compiled = $this->cacheFolder.'/'.strtr($name, '/', '-').'-'.substr(hash('xxh3', $this->folder), 0, 8).'.php';
        $changed = @filemtime($source);
        if (false === $changed) {
            throw DataError::missing($name);
        }
        $made = @filemtime($compiled);
        if (false !== $made && $made > $changed) {
            $entries = @include $compiled;
            if (\is_array($entries)) {
                /** @var array<string, mixed> $entries */
                return $this->read[$name] = $entries;
            }
        }
        try {
            $entries = Yaml::parseFile($source);
        } catch (ParseException $error) {
            throw DataError::unreadable($name, $error->getMessage());
        }
        if (!\is_array($entries)) {
            throw DataError::unreadable($name, 'expected named entries at the top level');
        }
        $this->compile($compiled, $entries);

        /** @var array<string, mixed> $entries */
        return $this->read[$name] = $entries;
    }

    /** @param array<mixed> $entries */
    private function compile(string $file, array $entries): void
    {
        if (!is_dir($this->cacheFolder) && !@mkdir($this->cacheFolder, 0o777, true) && !is_dir($this->cacheFolder)) {
            return; // a read-only installation still works, only slower
        }
        $draft = $file.'.'.bin2hex(random_bytes(4));
        if (false !== @file_put_contents($draft, '<?php return '.var_export($entries, true).';')) {
            @rename($draft, $file);
        }
    }
}
