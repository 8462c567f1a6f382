<?php

declare(strict_types=1);

namespace App\Account;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\FormBuilderInterface;

/**
 * The vocabulary of one person (handbook 9).
 *
 * @extends AbstractType<array{words?: string|null}>
 */
final class WordsType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add('words', ChoiceType::class, [
            'label' => 'Names of measures and notes',
            'expanded' => true,
            'required' => false,
            'placeholder' => 'As the program has them',
            'choices' => ProgramType::WORDS,
        ]);
    }
}
