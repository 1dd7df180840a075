<?php

declare(strict_types=1);

namespace App\Command;

use App\Entity\SavedStudy;
use App\Repository\SavedStudyRepository;
use App\Service\Desk;
use App\Service\DeskState;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Knowledge\DataFolder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('demo:load', 'Loads the made-up studies of an evening band into the folder')]
final class DemoLoadCommand extends Command
{
    public function __construct(private readonly EntityManagerInterface $entities, private readonly SavedStudyRepository $studies, private readonly DataFolder $data, private readonly Desk $desk)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('if-empty', null, InputOption::VALUE_NONE, 'only when the folder is empty');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if ($input->getOption('if-empty') && $this->studies->lastPosition() > 0) {
            return Command::SUCCESS;
        }
        $place = $this->studies->lastPosition();
        foreach ($this->data->read('demo')['studies'] ?? [] as $entry) {
            $state = DeskState::of($entry);
            $this->desk->part($state); // a demo study that cannot be played is a mistake
            $this->entities->persist(new SavedStudy($entry['name'], $state, ++$place));
        }
        $this->entities->flush();

        return Command::SUCCESS;
    }
}
