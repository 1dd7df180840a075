<?php

declare(strict_types=1);

namespace App\LookUp;

use App\Shared\Failure;
use SwiftReed\Instrument\ChartCheck;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('instrument:check', 'Reads every instrument in every set-up and names what is wrong: file, entry, reason')]
final class InstrumentCheckCommand extends Command
{
    public function __construct(private readonly DataFolder $data)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('data', null, InputOption::VALUE_REQUIRED, 'another folder of knowledge files');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $folder = $input->getOption('data');
        try {
            $library = new InstrumentLibrary(
                \is_string($folder) ? new DataFolder($folder, sys_get_temp_dir().'/swift-reed-check') : $this->data,
            );
            $problems = (new ChartCheck($library))->problems();
        } catch (DataError|\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        if ([] !== $problems) {
            return Failure::say($output, implode("\n", $problems));
        }
        $output->writeln(\sprintf('%d instruments are well.', \count($library->ids())));

        return Command::SUCCESS;
    }
}
