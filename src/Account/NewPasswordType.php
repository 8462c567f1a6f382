<?php

declare(strict_types=1);

namespace App\Account;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\PasswordType;
use Symfony\Component\Form\Extension\Core\Type\RepeatedType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;
use Symfony\Component\Validator\Constraints\Length;
use Symfony\Component\Validator\Constraints\NotBlank;
use Symfony\Component\Validator\Constraints\PasswordStrength;

/**
 * A new password, twice; with the present one where somebody is signed in.
 *
 * @extends AbstractType<array{current?: string, password?: string}>
 */
final class NewPasswordType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        if (true === $options['asks_current']) {
            $builder->add('current', PresentPasswordType::class);
        }
        $builder->add('password', RepeatedType::class, [
            'type' => PasswordType::class,
            'invalid_message' => 'The two new passwords are not the same.',
            'options' => ['attr' => ['autocomplete' => 'new-password']],
            'first_options' => [
                'label' => 'New password',
                'help' => 'Long beats odd: four or five words that have nothing to do with each other are good.',
            ],
            'second_options' => ['label' => 'The new password again'],
            'constraints' => [
                new NotBlank(),
                new Length(min: 10, max: PresentPasswordType::LONGEST),
                new PasswordStrength(
                    minScore: PasswordStrength::STRENGTH_MEDIUM,
                    message: 'This password is too easy to guess. Make it longer.',
                ),
            ],
        ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['asks_current' => false])->setAllowedTypes('asks_current', 'bool');
    }
}
