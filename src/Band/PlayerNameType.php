<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Form\WordsType;
use SwiftReed\Pitch\NoteNames;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\Form\FormBuilderInterface;

final class PlayerNameType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add('name', WordsType::class, ['limit' => Player::NAME, 'what' => 'said.name', 'example' => 'Ada'])
            ->add('note_names', EnumType::class, [
                'class' => NoteNames::class,
                'required' => false,
                'invalid_message' => 'refusal.no.note_names',
            ]);
    }
}
