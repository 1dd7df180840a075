<?php

declare(strict_types=1);

namespace App\Packets;

use App\Shared\Form\WordsType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\FormBuilderInterface;

/**
 * The name of a chorale.
 */
final class ChoraleType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add(
            'name',
            WordsType::class,
            ['limit' => OwnChorale::NAME, 'what' => 'said.name', 'example' => 'Old harbour'],
        );
    }
}
