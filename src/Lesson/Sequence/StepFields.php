<?php

declare(strict_types=1);

namespace App\Lesson\Sequence;

use App\Shared\Entity\Step;
use App\Shared\Web\MusicWords;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Score\Instrument;
use Symfony\Component\HttpFoundation\InputBag;

/** What stands in the form of a step: what was set by hand, or what was typed a moment ago and could not be saved. */
final readonly class StepFields
{
    private const TEXTS = [
        'treads',
        'below',
        'coins',
        'minutes',
        'who',
        'others',
        'turns',
        'mode',
        'easier',
        'fuller',
        'pattern',
        'prompt',
    ];

    /**
     * @param array<string, string> $texts       by the name of the field; empty where the plan decides
     * @param list<string>          $instruments
     * @param list<string>|null     $rounds      none where the plan decides
     */
    private function __construct(public array $texts, public array $instruments, public ?array $rounds)
    {
    }

    public static function of(Step $step): self
    {
        $hand = $step->hand();

        return new self(
            [
                'treads' => implode(', ', $hand->treads ?? []),
                'below' => (string) $hand->rule?->below,
                'coins' => (string) $hand->rule?->top,
                'minutes' => null === $hand->seconds ? '' : MusicWords::clock($hand->seconds),
                'who' => $hand->who->kind->value ?? '',
                'others' => $hand->who->others->value ?? '',
                'turns' => (string) $hand->turns,
                'mode' => $hand->mode->value,
                'easier' => $hand->easier->value ?? '',
                'fuller' => $hand->fuller->value ?? '',
                'pattern' => (string) (int) $step->getPattern()?->getId(),
                'prompt' => $step->getPrompt(),
            ],
            array_map(static fn (Instrument $one): string => $one->value, $hand->who->instruments ?? []),
            null === $hand->rounds ? null : array_map(static fn (Mode $one): string => $one->value, $hand->rounds),
        );
    }

    /** @param InputBag<string> $typed */
    public static function typed(InputBag $typed): self
    {
        $texts = [];
        foreach (self::TEXTS as $name) {
            $texts[$name] = $typed->getString($name);
        }
        $names = static fn (string $field): array => array_values(array_filter($typed->all($field), is_string(...)));

        return new self($texts, $names('instruments'), $typed->getBoolean('roundsByHand') ? $names('rounds') : null);
    }

    /** Something stands in what the form keeps behind "more". */
    public function hasMore(): bool
    {
        $usual = ['turns' => '1', 'mode' => Mode::Bow->value, 'pattern' => '0'];
        foreach (['below', 'coins', 'turns', 'mode', 'easier', 'fuller', 'pattern'] as $name) {
            if (($this->texts[$name] ?? '') !== ($usual[$name] ?? '')) {
                return true;
            }
        }

        return null !== $this->rounds;
    }
}
