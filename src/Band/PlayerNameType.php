<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Form\WordsType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\FormBuilderInterface;

final class PlayerNameType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add('name', WordsType::class, ['limit' => Player::NAME, 'what' => 'said.name', 'example' => 'Ada']);
    }
}
