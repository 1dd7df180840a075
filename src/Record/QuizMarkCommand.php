<?php

declare(strict_types=1);

namespace App\Record;

use App\Shared\Failure;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Record\Quiz;
use SwiftReed\Record\QuizKind;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('quiz:mark', 'Marks written work and names the mistake')]
final class QuizMarkCommand extends Command
{
    public function __construct(private readonly Quiz $quiz)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('kind', InputArgument::REQUIRED, implode(', ', array_column(QuizKind::cases(), 'value')))
            ->addArgument(
                'question',
                InputArgument::REQUIRED,
                'for example "own F major", "concert Eb trumpet-bb" or "trumpet-bb A4"',
            )
            ->addArgument('answer', InputArgument::REQUIRED, 'for example "F G A Bb C D E F", "F" or "1-2"');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $text = static fn (string $name): string => \is_string($input->getArgument($name)) ? mb_substr(
            $input->getArgument($name),
            0,
            1200,
        ) : '';
        try {
            $mark = $this->quiz->mark(
                QuizKind::from(Failure::oneOf('kind', $text('kind'), array_column(QuizKind::cases(), 'value'))),
                $text('question'),
                $text('answer'),
            );
        } catch (Mistake|\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        $output->write(
            json_encode(
                $mark->data(),
                \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR,
            )."\n",
            false,
            OutputInterface::OUTPUT_RAW,
        );

        return Command::SUCCESS;
    }
}
