<?php

declare(strict_types=1);

namespace App\Stand;

use App\Shared\Failure;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Practice\Ladder;
use SwiftReed\Practice\LadderTable;
use SwiftReed\Practice\Rungs;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('practice:ladder', 'Says at which tempo each pass is played, or the whole table of what can happen')]
final class PracticeLadderCommand extends Command
{
    protected function configure(): void
    {
        $this->addOption(
            'rungs',
            null,
            InputOption::VALUE_REQUIRED,
            'tempos from slow to fast, or a first, a step and a last one, for example "from 52 by 4 to 96"',
            '60,80,100,120',
        )
            ->addOption(
                'start',
                null,
                InputOption::VALUE_REQUIRED,
                'where it begins, beats a minute; the lowest when it is left out',
            )
            ->addOption(
                'goal',
                null,
                InputOption::VALUE_REQUIRED,
                'the goal, beats a minute; the fastest rung when it is left out',
            )
            ->addOption('clean', null, InputOption::VALUE_REQUIRED, 'clean passes in a row that raise the tempo', '2')
            ->addOption(
                'results',
                null,
                InputOption::VALUE_REQUIRED,
                'a letter for each pass, c for clean and m for missed, for example mccc',
                '',
            )
            ->addOption('table', null, InputOption::VALUE_NONE, 'everything that can happen, in place of results')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'json or text', 'json');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $format = Failure::oneOf('format', $input->getOption('format'), ['json', 'text']);
            $rungs = Rungs::parse(\is_string($input->getOption('rungs')) ? $input->getOption('rungs') : '');
            $goal = self::number($input, 'goal');
            $ladder = Ladder::of(
                $rungs,
                self::number($input, 'start') ?? min($rungs->tempos[0], $goal ?? $rungs->tempos[0]),
                $goal,
                self::number($input, 'clean'),
            );
            [$tempos, $state] = $ladder->climb(Ladder::results(
                \is_string($input->getOption('results')) ? $input->getOption('results') : '',
            ));
        } catch (Mistake|\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        $isTable = true === $input->getOption('table');
        if ('text' === $format) {
            $output->writeln(
                $isTable ? self::text($ladder->table()) : implode(' ', $tempos).'  '.$state->standing->value,
                OutputInterface::OUTPUT_RAW,
            );

            return Command::SUCCESS;
        }
        $data = ['version' => 1, 'places' => $ladder->places, 'goal' => $ladder->goal]
            + ($isTable ? $ladder->table()->data() : ['tempos' => $tempos, 'state' => $state->standing->value]);
        $output->write(
            json_encode(
                $data,
                \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR,
            )."\n",
            false,
            OutputInterface::OUTPUT_RAW,
        );

        return Command::SUCCESS;
    }

    private static function text(LadderTable $table): string
    {
        $lines = [];
        foreach ($table->rows as $name => $row) {
            $lines[] = \sprintf(
                '%-14s clean: %-14s %-44s not yet: %-14s %s',
                $name,
                $row['c'][0],
                $row['c'][1],
                $row['m'][0],
                $row['m'][1],
            );
        }

        return implode("\n", $lines);
    }

    private static function number(InputInterface $input, string $option): ?int
    {
        $read = $input->getOption($option);
        if (!\is_string($read)) {
            return null;
        }
        $number = filter_var(trim($read), \FILTER_VALIDATE_INT);
        if (false === $number) {
            throw new \InvalidArgumentException(\sprintf(
                '--%s=%s was read; expected a whole number, for example --%1$s=%3$d.',
                $option,
                mb_substr($read, 0, 40),
                'clean' === $option ? 2 : 100,
            ));
        }

        return $number;
    }
}
