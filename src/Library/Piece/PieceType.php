<?php

declare(strict_types=1);

namespace App\Library\Piece;

use App\Shared\Entity\Piece;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<Piece> */
final class PieceType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('title', TextType::class, ['label' => 'Title'])
            ->add('composer', TextType::class, ['label' => 'Composer or source', 'required' => false])
            ->add('book', TextType::class, ['label' => 'Book', 'required' => false])
            ->add('numberInBook', TextType::class, ['label' => 'Number in the book', 'required' => false])
            ->add('beatTicks', ChoiceType::class, [
                'label' => 'The beat',
                'choices' => ['eighth note' => 5040, 'quarter note' => 10080, 'dotted quarter note' => 15120, 'half note' => 20160],
            ])
            ->add('goalTempo', IntegerType::class, ['label' => 'Goal tempo, beats a minute', 'attr' => ['min' => 30, 'max' => 240]]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => Piece::class]);
    }
}
