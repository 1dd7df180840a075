<?php

declare(strict_types=1);

namespace App\Folder;

use App\Desk\SavedStudy;
use App\Shared\Form\WordsType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\FormBuilderInterface;

/**
 * The name under which a study is kept.
 */
final class KeepType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add(
            'name',
            WordsType::class,
            ['limit' => SavedStudy::NAME_LIMIT, 'what' => 'said.name', 'example' => 'Warm-up, long ends'],
        );
    }
}
