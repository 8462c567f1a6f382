<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Twig\Extension\AbstractExtension;
use Twig\TwigFilter;
use Twig\TwigFunction;

/** What the core tells, in templates. */
final class MusicExtension extends AbstractExtension
{
    public function __construct(private readonly MusicWords $music, private readonly HandWords $hands)
    {
    }

    public function getFilters(): array
    {
        return [
            new TwigFilter('clock', MusicWords::clock(...)),
            new TwigFilter('notice', $this->music->notice(...)),
            new TwigFilter('told', $this->music->told(...)),
            new TwigFilter('fingers', $this->hands->fingers(...)),
        ];
    }

    public function getFunctions(): array
    {
        return [new TwigFunction('measures', $this->music->measures(...))];
    }
}
