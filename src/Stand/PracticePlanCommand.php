<?php

declare(strict_types=1);

namespace App\Stand;

use App\Shared\Failure;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Practice\Day;
use SwiftReed\Practice\Forecast;
use SwiftReed\Practice\PlanJson;
use SwiftReed\Practice\Planner;
use SwiftReed\Practice\PracticeFigures;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('practice:plan', 'Plans what a player practises day by day, and says whether it comes out by its date')]
final class PracticePlanCommand extends Command
{
    public function __construct(private readonly PlanFile $files, private readonly PracticeFigures $figures)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'a plan file (docs/plan-file.md), for example plan.yaml')
            ->addOption(
                'from',
                null,
                InputOption::VALUE_REQUIRED,
                'the first day, for example 2026-03-01; today when it is left out',
            )
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'json or text', 'json');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        try {
            $format = Failure::oneOf('format', $input->getOption('format'), ['json', 'text']);
            $from = Day::parse(\is_string($input->getOption('from')) ? $input->getOption('from') : date('Y-m-d'));
            $file = $input->getArgument('file');
            $plan = $this->files->open(\is_string($file) ? $file : '', $from);
            $played = $plan->before($from);
            $forecast = Forecast::of(
                new Planner($plan->lines, $plan->settings, $this->figures),
                $plan->settings,
                $this->figures,
                $from,
                $played,
            );
        } catch (Mistake|\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        if ('json' === $format) {
            $output->write(
                json_encode(
                    PlanJson::data($forecast),
                    \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR,
                )."\n",
                false,
                OutputInterface::OUTPUT_RAW,
            );

            return Command::SUCCESS;
        }
        $output->writeln($forecast->says, OutputInterface::OUTPUT_RAW);
        foreach ($forecast->days as $day) {
            foreach ($day->items as $item) {
                $output->writeln(
                    \sprintf(
                        '%s  %-6s %2d min  %3d  %s',
                        $day->day->text(),
                        $item->kind,
                        $item->minutes,
                        $item->tempo,
                        $item->line->line,
                    ),
                    OutputInterface::OUTPUT_RAW,
                );
            }
        }

        return Command::SUCCESS;
    }
}
