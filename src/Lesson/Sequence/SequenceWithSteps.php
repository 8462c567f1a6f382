<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

use App\Shared\Entity\Sequence;
use App\Shared\Repository\SequenceRepository;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Attribute\AsTargetedValueResolver;
use Symfony\Component\HttpKernel\Controller\ValueResolverInterface;
use Symfony\Component\HttpKernel\ControllerMetadata\ArgumentMetadata;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Reads the sequence that an address names at once with its class and its steps. */
#[AsTargetedValueResolver]
final readonly class SequenceWithSteps implements ValueResolverInterface
{
    public function __construct(private SequenceRepository $sequences)
    {
    }

    /** @return iterable<Sequence> */
    public function resolve(Request $request, ArgumentMetadata $argument): iterable
    {
        // A route with {id:sequence} puts the id under the name of the row.
        $id = $request->attributes->getInt($argument->getName());

        return [$this->sequences->withSteps($id) ?? throw new NotFoundHttpException()];
    }
}
