<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Symfony\Component\Form\AbstractTypeExtension;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\OptionsResolver\Options;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** A number that is wanted and was left empty is told, like one that is none. */
final class NumberIsAsked extends AbstractTypeExtension
{
    public static function getExtendedTypes(): iterable
    {
        return [IntegerType::class];
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults([
            'invalid_message' => 'A whole number was expected.',
            // No number, so that it is refused as such.
            'empty_data' => static fn (Options $options): ?string => true === $options['required'] ? ' ' : null,
        ]);
    }
}
