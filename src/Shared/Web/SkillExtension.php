<?php

declare(strict_types=1);

namespace App\Shared\Web;

use CoinStair\Core\Progress\State;
use Twig\Extension\AbstractExtension;
use Twig\TwigFunction;

/** What templates that tell of skills need. */
final class SkillExtension extends AbstractExtension
{
    public function getFunctions(): array
    {
        return [new TwigFunction('all_states', State::cases(...))];
    }
}
