<?php

declare(strict_types=1);

namespace App\Library\Entry;

use CoinStair\Core\Format\QuickEntry\Entry;
use CoinStair\Core\Format\QuickEntry\EntryMode;
use CoinStair\Core\Score\Instrument;
use Symfony\Component\HttpFoundation\InputBag;

/** The fields of quick entry and of the outline, as a page sends them and a draft keeps them. */
final class EntryForm
{
    private const ENTRY = [
        'title' => '',
        'composer' => '',
        'book' => '',
        'meter' => '4/4',
        'unit' => '1/4',
        'key' => 'D',
        'tempo' => '',
        'mode' => 'letters',
        'instrument' => 'violin',
        'text' => '',
        'parts' => 'violin viola cello bass',
    ];
    /** Letters that a field may have, and what is said of more. */
    private const LONGEST = [
        'title' => [200, 'A title has at most 200 letters.'],
        'composer' => [200, 'A composer has at most 200 letters.'],
        'book' => [120, 'The name of a book has at most 120 letters.'],
        'text' => [Drafts::LONGEST_FIELD, 'A line has at most 20,000 letters. Type a long piece in parts.'],
    ];
    private const OUTLINE = [
        'title' => '',
        'composer' => '',
        'book' => '',
        'meter' => '4/4',
        'key' => 'D',
        'measures' => '16',
        'pickup' => '',
        'lines' => '',
        'sections' => '',
        'tempo' => '',
    ];

    /**
     * @param array<string, string> $kept
     *
     * @return array<string, string>
     */
    public static function entryFields(array $kept): array
    {
        return array_replace(self::ENTRY, array_intersect_key($kept, self::ENTRY));
    }

    /**
     * @param array<string, string> $kept
     *
     * @return array<string, string>
     */
    public static function outlineFields(array $kept): array
    {
        return array_replace(self::OUTLINE, array_intersect_key($kept, self::OUTLINE));
    }

    /**
     * @param InputBag<string> $sent
     *
     * @return array<string, string>
     */
    public static function sent(InputBag $sent, bool $outline): array
    {
        $fields = [];
        foreach ($outline ? self::OUTLINE : self::ENTRY as $name => $default) {
            $fields[$name] =
                'parts' === $name
                    ? implode(
                        ' ',
                        array_filter(
                            array_map(static fn ($part): string => \is_string($part) ? $part : '', $sent->all('parts')),
                            static fn (string $part): bool => null !== Instrument::tryFrom($part),
                        ),
                    )
                    : $sent->getString($name, $default);
        }

        return $fields;
    }

    /**
     * What is longer than can be kept, told; empty for nothing.
     *
     * @param array<string, string> $fields
     */
    public static function tooLong(array $fields): string
    {
        foreach (self::LONGEST as $name => [$longest, $told]) {
            if (mb_strlen($fields[$name] ?? '') > $longest) {
                return $told;
            }
        }

        return '';
    }

    /** @param array<string, string> $fields of quick entry, all there */
    public static function entry(array $fields): Entry
    {
        return new Entry(
            EntryMode::tryFrom($fields['mode']) ?? EntryMode::Letters,
            $fields['text'],
            $fields['title'],
            $fields['composer'],
            $fields['meter'],
            $fields['unit'],
            $fields['key'],
            $fields['tempo'],
            Instrument::tryFrom($fields['instrument']) ?? Instrument::Violin,
        );
    }

    /**
     * @param array<string, string> $fields
     *
     * @return list<Instrument> for which parts are wanted
     */
    public static function parts(array $fields): array
    {
        $wanted = explode(' ', $fields['parts'] ?? '');

        return array_values(
            array_filter(Instrument::strings(), static fn (Instrument $instrument): bool => \in_array($instrument->value, $wanted, true)),
        );
    }
}
