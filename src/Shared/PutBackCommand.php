<?php

declare(strict_types=1);

namespace App\Shared;

use Doctrine\DBAL\Connection;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/**
 * Puts the rows of a backup into tables that are there and empty. What comes in is data and nothing else: rows of
 * tables and columns that this product has; every other word of it is passed over, so that a file from elsewhere can
 * command nothing. All of it is there in the end, or none.
 */
#[AsCommand('data:put-back', 'Puts the rows of a backup, as pg_restore writes them, into the empty tables')]
final class PutBackCommand extends Command
{
    /** Rows that are sent at a time. */
    private const AT_ONCE = 500;
    /** What the migrations that made the tables have written themselves. */
    private const OURS = ['doctrine_migration_versions'];

    public function __construct(private readonly Connection $database)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $count = $this->database->transactional(fn (): int => $this->putBack(\STDIN));
        } catch (\RuntimeException|\PDOException|\Doctrine\DBAL\Exception $error) {
            return Failure::say($output, 'The rows could not be put back: '.strtok($error->getMessage(), "\n"));
        }
        $output->writeln(\sprintf('%d rows.', $count));

        return Command::SUCCESS;
    }

    /** @param resource $from */
    private function putBack(mixed $from): int
    {
        $columns = [];
        foreach ($this->database->fetchAllNumeric(
            "SELECT table_name, column_name FROM information_schema.columns WHERE table_schema = 'public'",
        ) as [$table, $column]) {
            $columns[(string) $table][] = (string) $column;
        }
        $columns = array_diff_key($columns, array_flip(self::OURS));
        // Rows come in the order of the file: what refers to others is looked at when all are there.
        $rules = $this->database->fetchAllAssociative(
            "SELECT conrelid::regclass::text AS of, conname AS name, pg_get_constraintdef(oid) AS says FROM pg_constraint WHERE contype = 'f' AND connamespace = 'public'::regnamespace",
        );
        foreach ($rules as ['of' => $of, 'name' => $name]) {
            $this->database->executeStatement(\sprintf(
                'ALTER TABLE %s DROP CONSTRAINT %s',
                $of,
                $this->database->quoteSingleIdentifier($name),
            ));
        }
        foreach (array_keys($columns) as $table) {
            $this->database->executeStatement(\sprintf(
                'ALTER TABLE %s DISABLE TRIGGER USER',
                $this->database->quoteSingleIdentifier($table),
            ));
        }
        $count = 0;
        while (false !== ($line = fgets($from))) {
            $table = 1 === preg_match('/^COPY public\.(\w+) \(([^()]*)\) FROM stdin;$/', rtrim($line, "\n"), $found)
                ? $found[1]
                : '';
            if ('' === $table) {
                continue;
            }
            $named = array_map(static fn (string $one): string => trim($one, ' "'), explode(',', $found[2]));
            $isKnown = isset($columns[$table]) && [] === array_diff($named, $columns[$table]);
            if (!$isKnown && !\in_array($table, self::OURS, true)) {
                throw new \RuntimeException(\sprintf(
                    'the table "%s" or its columns are not those of Swift Reed.',
                    mb_substr($table, 0, 60),
                ));
            }
            $count += $this->rows($from, $isKnown ? $table : null, $named);
        }
        foreach (array_keys($columns) as $table) {
            $this->database->executeStatement(\sprintf(
                'ALTER TABLE %s ENABLE TRIGGER USER',
                $this->database->quoteSingleIdentifier($table),
            ));
        }
        foreach ($rules as ['of' => $of, 'name' => $name, 'says' => $says]) {
            $this->database->executeStatement(\sprintf(
                'ALTER TABLE %s ADD CONSTRAINT %s %s',
                $of,
                $this->database->quoteSingleIdentifier($name),
                $says,
            ));
        }
        foreach ($this->database->fetchAllNumeric(
            "SELECT table_name, column_name FROM information_schema.columns WHERE table_schema = 'public' AND is_identity = 'YES'",
        ) as [$table, $column]) {
            $name = $this->database->quoteSingleIdentifier((string) $table);
            $this->database->executeStatement(\sprintf(
                'SELECT setval(pg_get_serial_sequence(\'%1$s\', \'%2$s\'), COALESCE((SELECT MAX(%2$s) FROM %1$s), 0) + 1, FALSE)',
                $name,
                $column,
            ));
        }

        return $count;
    }

    /**
     * The rows that follow, up to the line that ends them.
     *
     * @param resource     $from
     * @param string|null  $table   null for rows that are passed over
     * @param list<string> $columns
     */
    private function rows(mixed $from, ?string $table, array $columns): int
    {
        $pdo = $this->database->getNativeConnection();
        \assert($pdo instanceof \PDO);
        $fields = implode(', ', array_map($this->database->quoteSingleIdentifier(...), $columns));
        $send = fn (array $rows): bool => null === $table || [] === $rows || $pdo->pgsqlCopyFromArray(
            $this->database->quoteSingleIdentifier($table),
            $rows,
            "\t",
            '\\\\N',
            $fields,
        );
        $rows = [];
        $count = 0;
        while (false !== ($line = fgets($from))) {
            $line = rtrim($line, "\n");
            $isEnd = '\.' === $line;
            if (!$isEnd) {
                $rows[] = $line;
                ++$count;
            }
            if ($isEnd || self::AT_ONCE === \count($rows)) {
                $send($rows) || throw new \RuntimeException(\sprintf('rows of "%s" were refused.', $table));
                $rows = [];
            }
            if ($isEnd) {
                return null === $table ? 0 : $count;
            }
        }
        throw new \RuntimeException('the file ends in the middle of a table.');
    }
}
