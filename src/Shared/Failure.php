<?php

declare(strict_types=1);

namespace App\Shared;

use SwiftReed\Knowledge\Nearest;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/**
 * How the commands read their options and refuse bad input: one sentence on standard error, nothing on standard output.
 */
final class Failure
{
    public static function say(OutputInterface $output, string $sentence): int
    {
        $to = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        $to->writeln($sentence, OutputInterface::OUTPUT_RAW);

        return Command::FAILURE;
    }

    /** @param non-empty-list<string> $known */
    public static function oneOf(string $option, mixed $read, array $known): string
    {
        $read = \is_string($read) ? $read : '';
        if (\in_array($read, $known, true)) {
            return $read;
        }
        $nearest = Nearest::to($read, $known);
        throw new \InvalidArgumentException(\sprintf(
            '--%s=%s was read; expected %s%s, for example --%1$s=%5$s.',
            $option,
            $read,
            implode(', ', $known),
            '' === $nearest ? '' : \sprintf(' (did you mean "%s"?)', $nearest),
            '' === $nearest ? $known[0] : $nearest,
        ));
    }

    /** @return list<string> */
    public static function setups(InputInterface $input): array
    {
        $read = $input->getOption('setup');

        return array_values(array_filter(
            array_map(trim(...), explode(',', \is_string($read) ? $read : '')),
            static fn (string $name): bool => '' !== $name,
        ));
    }
}
