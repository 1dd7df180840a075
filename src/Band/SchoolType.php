<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Form\WordsType;
use SwiftReed\Fingering\School;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\FormBuilderInterface;

/**
 * The name of a school of habits.
 */
final class SchoolType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add(
            'name',
            WordsType::class,
            ['limit' => School::NAME, 'what' => 'said.name', 'example' => 'Our clarinets'],
        );
    }
}
