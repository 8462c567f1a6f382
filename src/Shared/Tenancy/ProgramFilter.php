<?php

declare(strict_types=1);

namespace App\Shared\Tenancy;

use App\Shared\Entity\BelongsToProgram;
use Doctrine\ORM\Mapping\ClassMetadata;
use Doctrine\ORM\Query\Filter\SQLFilter;

/**
 * The one place where programs are kept apart: every query on a program's rows is narrowed to the program of the request.
 * Enabled always; with no program set, nothing is found.
 */
final class ProgramFilter extends SQLFilter
{
    public const NAME = 'program';
    public const PARAMETER = 'program';

    public function addFilterConstraint(ClassMetadata $targetEntity, string $targetTableAlias): string
    {
        if (!is_a($targetEntity->getName(), BelongsToProgram::class, true)) {
            return '';
        }

        return $this->hasParameter(self::PARAMETER)
            ? \sprintf('%s.program_id = %s', $targetTableAlias, $this->getParameter(self::PARAMETER))
            : '1 = 0';
    }
}
