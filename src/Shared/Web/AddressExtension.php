<?php

declare(strict_types=1);

namespace App\Shared\Web;

use Symfony\Component\Routing\Generator\ConfigurableRequirementsInterface;
use Symfony\Component\Routing\Router;
use Symfony\Component\Routing\RouterInterface;
use Twig\Extension\AbstractExtension;
use Twig\TwigFunction;

/** Addresses in templates, and those that a script fills in. */
final class AddressExtension extends AbstractExtension
{
    public function __construct(private readonly RouterInterface $router)
    {
    }

    public function getFunctions(): array
    {
        return [
            new TwigFunction('to', $this->to(...), ['is_variadic' => true]),
            new TwigFunction('address_of', $this->write(...)),
        ];
    }

    /**
     * The address of a route: to('piece', id: 3, for: 'class-2').
     *
     * @param array<array-key, mixed> $parameters by name
     */
    public function to(string $route, array $parameters = []): string
    {
        return $this->router->generate($route, $parameters);
    }

    /**
     * The address of a route, in which what a script fills in stands in braces: "/classes/{id}/hands".
     *
     * @param string                    $filled names that are filled in, with a comma between them
     * @param array<string, string|int> $known  values that are known already
     */
    public function write(string $route, string $filled, array $known = []): string
    {
        $names = explode(',', $filled);
        $braces = array_map(static fn (string $name): string => '{'.$name.'}', $names);
        $generator = $this->router instanceof Router ? $this->router->getGenerator() : $this->router;
        $isStrict = $generator instanceof ConfigurableRequirementsInterface ? $generator->isStrictRequirements() : null;
        try {
            // A name in braces is no number.
            $this->expect($generator, null);
            $address = $generator->generate($route, array_combine($names, $braces) + $known);
        } finally {
            $this->expect($generator, $isStrict);
        }

        return str_replace(array_map(rawurlencode(...), $braces), $braces, $address);
    }

    private function expect(object $generator, ?bool $isStrict): void
    {
        if ($generator instanceof ConfigurableRequirementsInterface) {
            $generator->setStrictRequirements($isStrict);
        }
    }
}
