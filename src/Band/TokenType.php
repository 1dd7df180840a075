<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Form\WordsType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\FormBuilderInterface;

final class TokenType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add(
            'token_name',
            WordsType::class,
            ['limit' => 60, 'what' => 'said.program', 'example' => 'Timetable on the office computer'],
        );
    }
}
