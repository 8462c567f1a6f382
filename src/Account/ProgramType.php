<?php

declare(strict_types=1);

namespace App\Account;

use App\Shared\Entity\Program;
use CoinStair\Core\Standing\Thresholds;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\Extension\Core\Type\TimezoneType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\Form\FormEvent;
use Symfony\Component\Form\FormEvents;
use Symfony\Component\OptionsResolver\OptionsResolver;
use Symfony\Component\Validator\Constraints as Assert;

/** @extends AbstractType<Program> */
final class ProgramType extends AbstractType
{
    /** Vocabularies (handbook 9), by what they are called. */
    public const WORDS = ['US: measure, quarter note, pickup' => 'en_US', 'UK: bar, crotchet, upbeat' => 'en_GB'];

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('name', TextType::class, ['label' => 'Name of the program', 'empty_data' => ''])
            ->add('words', ChoiceType::class, [
                'label' => 'Words',
                'expanded' => true,
                'choices' => self::WORDS,
            ])
            ->add('timezone', TimezoneType::class, ['label' => 'Time zone', 'intl' => false, 'attr' => ['translate' => 'no']])
            ->add('minutesLost', IntegerType::class, [
                'label' => 'Minutes of a lesson for unpacking, tuning and packing',
                'empty_data' => '8',
                'attr' => ['min' => 0, 'max' => 60],
            ]);
        $program = $builder->getData();
        $thresholds = ($program instanceof Program ? $program->thresholds() : Thresholds::standard())->values();
        foreach (Thresholds::BOUNDS as $name => [$least, $most]) {
            $builder->add($name, IntegerType::class, [
                'label' => 'threshold.'.$name,
                'mapped' => false,
                'data' => $thresholds[$name],
                'attr' => ['min' => $least, 'max' => $most],
                'constraints' => [new Assert\NotNull(), new Assert\Range(min: $least, max: $most)],
            ]);
        }
        $builder->addEventListener(FormEvents::POST_SUBMIT, static function (FormEvent $event): void {
            $program = $event->getForm()->getData();
            $chosen = [];
            foreach (array_keys(Thresholds::BOUNDS) as $name) {
                $value = $event->getForm()->get($name)->getData();
                $chosen += \is_int($value) ? [$name => $value] : [];
            }
            if ($program instanceof Program && $event->getForm()->isValid()) {
                $program->setThresholds(Thresholds::of($chosen));
            }
        });
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => Program::class]);
    }
}
