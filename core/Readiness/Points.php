<?php

declare(strict_types=1);

namespace CoinStair\Core\Readiness;

/**
 * How much has to be taught before a group can play something (handbook 7): not names but acts of teaching. Ground skills weigh nothing,
 * and what is taught in one act counts once.
 */
final class Points
{
    /** Ground skills: the range that is read, plain values, quarters in a measure, unison, amounts of bow, fingers kept down or ready. */
    private const GROUND =
        '/^(read\.(treble|alto|bass)\..+|rhythm\.(whole|half|quarter|eighth)|rhythm\.meter\.[234]-4|ensemble\.unison|'
        .'bow\.(whole|half|slow)|craft\.(keep-down|prepare|beneath)|key\.(none|\d-.+|more-.+))$/D';
    /** What is taught in one act: by what matches, the name of the act. */
    private const ACTS = [
        '/^open\.(?:pluck|bow)\.(.)$/D' => 'open $1',
        '/^crossing\.(?:neighbour|back)$/D' => 'crossing',
        '/^(?:rhythm\.pickup|bow\.upbeat)$/D' => 'upbeat',
        '/^(?:finger\.(.)\.low-2|pattern\.1-2\.(.))$/D' => 'low 2 $1$2',
        '/^(?:finger\.(?:.+\.)?low-1|pattern\.nut-1)$/D' => 'low 1',
        '/^(?:finger\.(?:.+\.)?high-3|pattern\.3-4)$/D' => 'high 3',
        '/^(?:finger\.(.)\.\d|pattern\.2-3\.(.))$/D' => 'fingers $1$2',
    ];

    /** @param list<string> $codes of skills that are new to a group */
    public static function of(array $codes): int
    {
        $acts = [];
        $shifts = false;
        foreach ($codes as $code) {
            $shifts = $shifts || 'shift' === $code;
            if ('shift' !== $code && 1 !== preg_match(self::GROUND, $code)) {
                $acts[self::act($code)] = true;
            }
        }
        // A shift is taught with the position to which it leads.
        $hasPosition = [] !== array_filter(array_keys($acts), static fn (string $act): bool => str_starts_with($act, 'position.'));

        return \count($acts) + ($shifts && !$hasPosition ? 1 : 0);
    }

    private static function act(string $code): string
    {
        foreach (self::ACTS as $pattern => $act) {
            if (1 === preg_match($pattern, $code)) {
                return (string) preg_replace($pattern, $act, $code);
            }
        }

        return $code;
    }
}
