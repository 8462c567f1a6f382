<?php

declare(strict_types=1);

namespace App\Account;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\EmailType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\Validator\Constraints\Email;
use Symfony\Component\Validator\Constraints\Length;
use Symfony\Component\Validator\Constraints\NotBlank;

/**
 * The address to sign in with.
 *
 * @extends AbstractType<array{email?: string, current?: string}>
 */
final class AddressType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('email', EmailType::class, [
                'label' => 'E-mail address',
                'attr' => ['autocomplete' => 'username', 'maxlength' => 180],
                'constraints' => [new NotBlank(), new Email(), new Length(max: 180)],
            ])
            ->add('current', PresentPasswordType::class);
    }
}
