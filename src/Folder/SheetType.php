<?php

declare(strict_types=1);

namespace App\Folder;

use App\Desk\Desk;
use App\Desk\DeskState;
use App\Desk\StudySheet;
use App\Shared\Form\WordsType;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Packet\SheetError;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;
use Symfony\Component\Validator\Constraints\Callback;
use Symfony\Component\Validator\Context\ExecutionContextInterface;

/**
 * A sheet: its name, and study lines that the instrument of "state" can play.
 */
final class SheetType extends AbstractType
{
    public function __construct(private readonly Desk $desk)
    {
    }

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $state = $options['state'];
        \assert($state instanceof DeskState);
        $builder->add(
            'name',
            WordsType::class,
            ['limit' => StudySheet::NAME, 'what' => 'said.sheet', 'example' => 'Tuesday'],
        )
            ->add('lines', TextareaType::class, ['empty_data' => '', 'constraints' => [new Callback(function (
                mixed $lines,
                ExecutionContextInterface $context,
            ) use ($state): void {
                $problem = $this->problem(\is_string($lines) ? $lines : '', $state);
                if (null !== $problem) {
                    $context->addViolation($problem);
                }
            })]]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setRequired('state');
    }

    private function problem(string $lines, DeskState $state): ?string
    {
        $length = mb_strlen($lines);
        if ($length > StudySheet::LENGTH) {
            return SheetError::tooManyCharacters($length, StudySheet::LENGTH)->getMessage();
        }
        $rows = StudySheet::rows($lines);
        if ([] === $rows) {
            return 'refusal.sheet.empty';
        }
        try {
            $this->desk->sheet($state, $rows);

            return null;
        } catch (Mistake $error) {
            return $error->getMessage();
        }
    }
}
