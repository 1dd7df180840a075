<?php

declare(strict_types=1);

namespace App\Folder;

use App\Desk\Desk;
use App\Desk\DeskState;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Pattern\PatternParser;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('demo:load', 'Loads the made-up studies of an evening band into the folder')]
final class DemoLoadCommand extends Command
{
    public function __construct(private readonly EntityManagerInterface $entities, private readonly SavedStudyRepository $studies, private readonly OwnPatternRepository $patterns, private readonly DataFolder $data, private readonly Desk $desk)
    {
        parent::__construct();
    }

    /** What ships with the product is told from one's own. */
    private const EXAMPLE = ' (example)';

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
            $this->entities->persist(new SavedStudy($entry['name'].self::EXAMPLE, $state, ++$place));
        }
        foreach ($this->data->read('demo')['sheets'] ?? [] as $entry) {
            $lines = trim($entry['lines']);
            $this->desk->sheet(DeskState::of([]), explode("\n", $lines));
            $this->entities->persist(new StudySheet($entry['name'].self::EXAMPLE, $lines));
        }
        foreach ($this->data->read('demo')['patterns'] ?? [] as $entry) {
            $cell = substr(PatternParser::parse($entry['cell'])->text, 5);
            if (null === $this->patterns->named($entry['name'])) {
                $this->entities->persist(new OwnPattern($entry['name'], $cell));
            }
        }
        $this->entities->flush();

        return Command::SUCCESS;
    }
}
