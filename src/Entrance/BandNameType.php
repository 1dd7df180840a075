<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Band\Band;
use App\Shared\Form\WordsType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\FormBuilderInterface;

final class BandNameType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add(
            'name',
            WordsType::class,
            ['limit' => Band::NAME, 'what' => 'said.band', 'example' => 'Evening band'],
        );
    }
}
