<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Symfony\Component\Form\AbstractTypeExtension;
use Symfony\Component\Form\ChoiceList\ChoiceListInterface;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\OptionsResolver\Options;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** A choice that has to be made and was not sent stays as it is: no page of ours sends none. */
final class ChoiceIsKept extends AbstractTypeExtension
{
    public static function getExtendedTypes(): iterable
    {
        return [ChoiceType::class];
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefault('empty_data', static function (Options $options, mixed $usual): mixed {
            if (true === $options['multiple'] || false === $options['required']) {
                return $usual;
            }

            return static function (FormInterface $form): string {
                $choices = $form->getConfig()->getAttribute('choice_list');
                $values = $choices instanceof ChoiceListInterface ? $choices->getValuesForChoices([$form->getData()]) : [];

                return (string) ($values[0] ?? '');
            };
        });
    }
}
