<?php

declare(strict_types=1);

namespace App\Folder;

use App\Band\OwnPattern;
use App\Shared\Form\WordsType;
use SwiftReed\Pattern\PatternError;
use SwiftReed\Pattern\PatternParser;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\Validator\Constraints\Callback;
use Symfony\Component\Validator\Context\ExecutionContextInterface;

/**
 * A pattern of one's own: a name and a cell.
 */
final class PatternType extends AbstractType
{
    /** Characters of a cell. */
    public const CELL = 600;

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add(
            'name',
            WordsType::class,
            ['limit' => OwnPattern::NAME, 'what' => 'said.name', 'example' => 'Four and a turn'],
        )
            ->add('cell', WordsType::class, ['limit' => self::CELL, 'what' => 'said.cell', 'example' => '1 2 3 1', 'constraints' => [new Callback(static function (
                mixed $cell,
                ExecutionContextInterface $context,
            ): void {
                try {
                    $length = mb_strlen(\is_string($cell) ? $cell : '');
                    $length <= self::CELL
                        ? PatternParser::parse(\is_string($cell) ? $cell : '')
                        : $context->addViolation(
                            'refusal.cell_long',
                            ['%count%' => (string) $length, '%most%' => (string) self::CELL],
                        );
                } catch (PatternError $error) {
                    $context->addViolation($error->getMessage());
                }
            })]]);
    }
}
