<?php

declare(strict_types=1);

namespace App\Classroom;

use App\Shared\Entity\SchoolClass;
use App\Shared\Web\MusicWords;
use CoinStair\Core\Lesson\FirstContact;
use CoinStair\Core\Lesson\Habit;
use CoinStair\Core\Lesson\SlowGroup;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Refusal;
use CoinStair\Core\Stair\GoingOn;
use CoinStair\Core\Stair\Growth;
use CoinStair\Core\Stair\GrowthKind;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\CheckboxType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\Form\FormError;
use Symfony\Component\Form\FormEvent;
use Symfony\Component\Form\FormEvents;
use Symfony\Component\OptionsResolver\OptionsResolver;
use Symfony\Contracts\Translation\TranslatorInterface;

/** @extends AbstractType<SchoolClass> */
final class ClassType extends AbstractType
{
    public const WEEKDAYS = [
        1 => 'Monday',
        2 => 'Tuesday',
        3 => 'Wednesday',
        4 => 'Thursday',
        5 => 'Friday',
        6 => 'Saturday',
        7 => 'Sunday',
    ];

    public function __construct(private readonly TranslatorInterface $translator, private readonly MusicWords $music)
    {
    }

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $class = $builder->getData();
        $class = $class instanceof SchoolClass ? $class : new SchoolClass();
        $growth = $class->growth();
        $builder
            ->add('name', TextType::class, ['label' => 'Name', 'empty_data' => ''])
            ->add('year', ChoiceType::class, [
                'label' => 'Year of playing',
                'choices' => ['Year 1' => 1, 'Year 2' => 2, 'Year 3' => 3, 'Year 4' => 4],
            ])
            ->add('minutes', IntegerType::class, ['label' => 'Minutes of a lesson', 'attr' => ['min' => 10, 'max' => 180]])
            ->add('goingOn', EnumType::class, [
                'label' => 'What takes the class up one tread',
                'class' => GoingOn::class,
                'choice_label' => static fn (GoingOn $rule): string => 'going-on.'.$rule->value,
            ])
            ->add('coinsBelow', IntegerType::class, [
                'label' => 'Coins (or goes) on a tread below the top',
                'attr' => ['min' => 1, 'max' => 10],
            ])
            ->add('coins', IntegerType::class, ['label' => 'Coins (or goes) on the top', 'attr' => ['min' => 1, 'max' => 10]])
            ->add('missesDown', IntegerType::class, [
                'label' => 'After so many misses in a row one tread down (0: never)',
                'attr' => ['min' => 0, 'max' => 10],
            ])
            ->add('treadsBack', IntegerType::class, ['label' => 'Treads down the next lesson starts', 'attr' => ['min' => 0, 'max' => 10]])
            ->add('growthKind', EnumType::class, [
                'label' => 'Tempo grows by',
                'class' => GrowthKind::class,
                'mapped' => false,
                'data' => $growth->kind,
                'choice_label' => static fn (GrowthKind $kind): string => 'growth.'.$kind->value,
            ])
            ->add('everyTempo', CheckboxType::class, [
                'label' => 'Treads on every tempo, not on metronome marks alone',
                'mapped' => false,
                'required' => false,
                'data' => $growth->onEvery,
            ])
            ->add('slow', EnumType::class, [
                'label' => 'A group that holds the rest back',
                'class' => SlowGroup::class,
                'choice_label' => static fn (SlowGroup $slow): string => 'slow.'.$slow->value,
            ])
            ->add('contact', EnumType::class, [
                'label' => 'First contact',
                'class' => FirstContact::class,
                'choice_label' => static fn (FirstContact $contact): string => 'contact.'.$contact->value,
            ])
            ->add('holdCheck', CheckboxType::class, ['label' => 'Each lesson opens with a hold check', 'required' => false])
            ->add('habits', EnumType::class, [
                'label' => 'Besides',
                'class' => Habit::class,
                'multiple' => true,
                'expanded' => true,
                'choice_label' => static fn (Habit $habit): string => 'habit.'.$habit->value,
            ])
            ->add('growthValues', TextType::class, [
                'label' => 'By how much: 4 beats, 60, 75, 100 percent, or 5 treads',
                'mapped' => false,
                'required' => false,
                'data' => implode(', ', $growth->values),
            ]);
        foreach (Instrument::strings() as $instrument) {
            $builder->add($instrument->value, IntegerType::class, [
                'label' => 'players.'.$instrument->value,
                'mapped' => false,
                'required' => false,
                'data' => $class->players($instrument) ?: null,
                'attr' => ['min' => 0, 'max' => 200],
            ]);
        }
        foreach (self::WEEKDAYS as $day => $name) {
            $builder->add('day'.$day, TextType::class, [
                'label' => $name,
                'mapped' => false,
                'required' => false,
                'data' => $class->getMeetings()[$day] ?? null,
                'attr' => ['type' => 'time', 'placeholder' => '–'],
            ]);
        }
        $builder->addEventListener(FormEvents::SUBMIT, $this->gather(...));
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => SchoolClass::class]);
    }

    /** Puts what is no plain field of the class into it. */
    private function gather(FormEvent $event): void
    {
        $class = $event->getData();
        $form = $event->getForm();
        if (!$class instanceof SchoolClass) {
            return;
        }
        foreach (Instrument::strings() as $instrument) {
            $players = $form->get($instrument->value)->getData();
            $class->setPlayers($instrument, max(0, min(200, \is_int($players) ? $players : 0)));
        }
        $meetings = [];
        foreach (array_keys(self::WEEKDAYS) as $day) {
            $time = $form->get('day'.$day)->getData();
            if (!\is_string($time) || '' === trim($time)) {
                continue;
            }
            if (1 !== preg_match('/^([01]?\d|2[0-3])[:.]([0-5]\d)$/', trim($time), $match)) {
                $form->get('day'.$day)->addError(new FormError($this->translator->trans('A time such as 09:40 was expected.')));
                continue;
            }
            $meetings[$day] = \sprintf('%02d:%s', $match[1], $match[2]);
        }
        $class->setMeetings($meetings);
        $kind = $form->get('growthKind')->getData();
        $values = $form->get('growthValues')->getData();
        try {
            $growth = Growth::parse(($kind instanceof GrowthKind ? $kind->value : '').':'.(\is_string($values) ? $values : ''));
            $class->setGrowth(
                (true === $form->get('everyTempo')->getData() ? $growth->onEvery() : $growth)->text(),
            );
        } catch (Refusal $refusal) {
            $form->get('growthValues')->addError(new FormError($this->music->notice($refusal->notice)));
        }
    }
}
