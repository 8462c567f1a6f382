<?php

declare(strict_types=1);

namespace App\Tests;

use Symfony\Component\Translation\MessageCatalogueInterface;
use Symfony\Component\Translation\TranslatorBagInterface;
use Symfony\Contracts\Translation\LocaleAwareInterface;
use Symfony\Contracts\Translation\TranslatorInterface;

/** Puts marks around all that went through the translator, so that a test sees what did not. */
final class MarkedWords implements TranslatorInterface, TranslatorBagInterface, LocaleAwareInterface
{
    public const OPEN = "\u{E000}";
    public const CLOSE = "\u{E001}";

    /** Around words that were put into others as they were, without a translation. */
    public const BARE = "\u{E002}";

    public static bool $marks = false;

    public function __construct(private readonly TranslatorInterface&TranslatorBagInterface&LocaleAwareInterface $words)
    {
    }

    /** @param array<mixed> $parameters */
    public function trans(string $id, array $parameters = [], ?string $domain = null, ?string $locale = null): string
    {
        $told = $this->words->trans($id, self::$marks ? array_map(self::bare(...), $parameters) : $parameters, $domain, $locale);

        return self::$marks && '' !== $told ? self::OPEN.$told.self::CLOSE : $told;
    }

    private static function bare(mixed $value): mixed
    {
        return \is_string($value) && !str_contains($value, self::OPEN) && 1 === preg_match('/\p{L}{2}/u', $value)
            ? self::CLOSE.self::BARE.$value.self::BARE.self::OPEN
            : $value;
    }

    public function getLocale(): string
    {
        return $this->words->getLocale();
    }

    public function setLocale(string $locale): void
    {
        $this->words->setLocale($locale);
    }

    public function getCatalogue(?string $locale = null): MessageCatalogueInterface
    {
        return $this->words->getCatalogue($locale);
    }

    public function getCatalogues(): array
    {
        return $this->words->getCatalogues();
    }
}
