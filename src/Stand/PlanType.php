<?php

declare(strict_types=1);

namespace App\Stand;

use App\Shared\Form\WordsType;
use SwiftReed\Practice\Rotation;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\CheckboxType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\Validator\Constraints\Length;
use Symfony\Component\Validator\Constraints\Range;

/**
 * What a plan is set to.
 */
final class PlanType extends AbstractType
{
    /** Characters of all lines together. */
    public const LIMIT = 20000;
    public const PATTERNS = ['thirds', 'fourths', 'sixths', 'one-two-three-five', 'five-and-back'];

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add(
            'title',
            WordsType::class,
            ['limit' => Plan::TITLE, 'what' => 'said.title', 'example' => 'Twelve majors'],
        )
            ->add(
                'lines',
                TextareaType::class,
                ['constraints' => [new Length(max: self::LIMIT, maxMessage: 'refusal.plan.long')]],
            )
            ->add('who', TextType::class, ['empty_data' => ''])
            ->add(
                'goal',
                IntegerType::class,
                [
                    'required' => false,
                    'invalid_message' => 'refusal.plan.goal',
                    'constraints' => [new Range(min: 10, max: 400, notInRangeMessage: 'refusal.plan.goal')],
                ],
            )
            ->add('rungs', TextType::class, ['empty_data' => '60 80 100 120'])
            ->add(
                'minutes',
                IntegerType::class,
                [
                    'empty_data' => '20',
                    'invalid_message' => 'refusal.plan.minutes',
                    'constraints' => [new Range(min: 1, max: 240, notInRangeMessage: 'refusal.plan.minutes')],
                ],
            )
            ->add(
                'due_kind',
                ChoiceType::class,
                [
                    'choices' => ['none', 'lesson', 'day'],
                    'empty_data' => 'none',
                    'invalid_message' => 'refusal.plan.due',
                ],
            )
            ->add('due', TextType::class, ['empty_data' => ''])
            ->add('memory', CheckboxType::class)
            ->add(
                'clean',
                ChoiceType::class,
                ['choices' => [1, 2], 'empty_data' => '2', 'invalid_message' => 'refusal.plan.clean'],
            )
            ->add(
                'days',
                ChoiceType::class,
                ['choices' => [1, 2], 'empty_data' => '2', 'invalid_message' => 'refusal.plan.clean'],
            )
            ->add(
                'order',
                ChoiceType::class,
                ['choices' => ['given', 'hardest'], 'empty_data' => 'given', 'invalid_message' => 'refusal.plan.order'],
            )
            ->add(
                'ways',
                ChoiceType::class,
                ['choices' => array_keys(Rotation::WAYS), 'multiple' => true, 'invalid_message' => 'refusal.plan.ways'],
            )
            ->add(
                'patterns',
                ChoiceType::class,
                ['choices' => self::PATTERNS, 'multiple' => true, 'invalid_message' => 'refusal.plan.ways'],
            )
            ->add(
                'every',
                IntegerType::class,
                [
                    'empty_data' => '2',
                    'invalid_message' => 'refusal.plan.every',
                    'constraints' => [new Range(min: 0, max: 30, notInRangeMessage: 'refusal.plan.every')],
                ],
            );
    }
}
