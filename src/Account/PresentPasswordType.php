<?php

declare(strict_types=1);

namespace App\Account;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\PasswordType;
use Symfony\Component\OptionsResolver\OptionsResolver;
use Symfony\Component\Validator\Constraints\Length;
use Symfony\Component\Validator\Constraints\NotBlank;
use Symfony\Component\Validator\Constraints\Sequentially;

/**
 * The password that somebody who is signed in has now: asked for before it or the address is changed.
 *
 * @extends AbstractType<string>
 */
final class PresentPasswordType extends AbstractType
{
    /** Letters of any password: a hash of more would cost the server more than the one who sends it. */
    public const LONGEST = 200;

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults([
            'label' => 'Present password',
            'attr' => ['autocomplete' => 'current-password'],
            'constraints' => [
                // One after the other: what is too long is not tried.
                new Sequentially([new NotBlank(), new Length(max: self::LONGEST), new PresentPassword()]),
            ],
        ]);
    }

    public function getParent(): string
    {
        return PasswordType::class;
    }
}
