<?php

declare(strict_types=1);

namespace App\Packets;

use App\Shared\Failure;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Packet\Exercise;
use SwiftReed\Packet\KeyQuestion;
use SwiftReed\Packet\SheetTemplates;
use SwiftReed\Packet\TemplateError;
use SwiftReed\Pitch\PitchError;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('sheet:fill', 'Writes the study lines of a sheet template in a key')]
final class SheetFillCommand extends Command
{
    public function __construct(private readonly SheetTemplates $templates)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('template', InputArgument::REQUIRED, 'short or long')
            ->addArgument(
                'key',
                InputArgument::REQUIRED,
                'the key of the day in concert pitch, for example "concert E flat"',
            )
            ->addOption(
                'format',
                null,
                InputOption::VALUE_REQUIRED,
                'text: a study line in each row; sheet: with titles and the chorale; json',
                'text',
            );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$name, $key] = [$input->getArgument('template'), $input->getArgument('key')];
        try {
            $format = Failure::oneOf('format', $input->getOption('format'), ['text', 'sheet', 'json']);
            $template = $this->templates->named(\is_string($name) ? $name : '');
            try {
                $tonic = KeyQuestion::parse(\is_string($key) ? $key : '');
            } catch (PitchError) {
                throw TemplateError::notAKey(\is_string($key) ? $key : '');
            }
            $filled = $this->templates->filled($template, $tonic);
        } catch (Mistake|\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        $output->write(match ($format) {
            'json' => json_encode(
                [
                    'version' => 1,
                    'template' => $template->name,
                    'key' => $tonic->text(),
                    'exercises' => array_map(
                        static fn (Exercise $one): array => ['title' => $one->title] + (
                            '' === $one->line ? ['chorale' => $one->chorale] : ['line' => $one->line]
                        ) + ('' === $one->for ? [] : ['for' => $one->for]),
                        $filled,
                    ),
                ],
                \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR,
            ),
            'sheet' => implode("\n", SheetTemplates::rows($filled, $tonic)),
            default => implode(
                "\n",
                array_filter(
                    array_map(static fn (Exercise $one): string => $one->line, $filled),
                    static fn (string $line): bool => '' !== $line,
                ),
            ),
        }."\n", false, OutputInterface::OUTPUT_RAW);

        return Command::SUCCESS;
    }
}
