<?php

declare(strict_types=1);

namespace App\Shared\Work;

/** A file as it is taken along. */
final readonly class MadeFile
{
    public function __construct(public string $name, public string $type, public string $content)
    {
    }
}
