<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Form\WordsType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\CheckboxType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;
use Symfony\Component\Validator\Constraints\Range;

/**
 * A remark on the page, on a note, or on the change into it. "notes" is how many notes the page has.
 */
final class RemarkType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add(
            'text',
            WordsType::class,
            ['limit' => Remark::LIMIT, 'what' => 'said.remark', 'example' => 'Keep the fingers close here'],
        )
            ->add(
                'note',
                IntegerType::class,
                [
                    'empty_data' => (string) Remark::PAGE,
                    'invalid_message' => 'refusal.none.note',
                    'constraints' => [
                        new Range(
                            min: Remark::PAGE,
                            max: $options['notes'] - 1,
                            notInRangeMessage: 'refusal.none.note',
                        ),
                    ],
                ],
            )
            ->add('change', CheckboxType::class);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setRequired('notes');
    }
}
