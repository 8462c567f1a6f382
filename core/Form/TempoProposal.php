<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\TempoMarks;

/**
 * A goal tempo where the book names none, with its reason (handbook 2): from the word over the piece, else from its shortest notes.
 */
final readonly class TempoProposal
{
    /** Beats a minute that a word usually asks of a class. */
    private const WORDS = [
        'largo' => 50,
        'lento' => 54,
        'slow' => 58,
        'larghetto' => 63,
        'adagio' => 66,
        'gentl' => 72,
        'calm' => 72,
        'andantino' => 84,
        'andante' => 80,
        'walking' => 84,
        'moderat' => 96,
        'allegretto' => 108,
        'march' => 108,
        'lively' => 116,
        'allegro' => 120,
        'quick' => 126,
        'fast' => 126,
        'vivace' => 138,
        'presto' => 160,
    ];
    private const SLOWEST = 60;
    private const FASTEST = 96;
    /** The shortest notes of a proposal last about so long. */
    private const SECONDS_OF_SHORTEST = 0.36;

    private function __construct(public int $tempo, public Notice $reason)
    {
    }

    public static function of(Piece $piece): self
    {
        foreach (self::WORDS as $word => $tempo) {
            if (str_contains(strtolower($piece->style), $word)) {
                return new self(
                    $tempo,
                    new Notice(0, 0, 'No tempo is given; {tempo} is proposed for "{style}".', [
                        'tempo' => (string) $tempo,
                        'style' => $piece->style,
                    ]),
                );
            }
        }
        $shortest = self::shortest($piece);
        if (null === $shortest) {
            return new self(
                self::FASTEST - 12,
                new Notice(0, 0, 'No tempo is given; {tempo} is proposed until there are notes.', [
                    'tempo' => (string) (self::FASTEST - 12),
                ]),
            );
        }
        $tempo = TempoMarks::nearest(
            max(self::SLOWEST, min(self::FASTEST, (60 * $shortest) / $piece->beatTicks / self::SECONDS_OF_SHORTEST)),
        );

        return new self(
            $tempo,
            new Notice(0, 0, 'No tempo is given; {tempo} is proposed, so that the shortest notes last {seconds} seconds.', [
                'tempo' => (string) $tempo,
                'seconds' => number_format((60 * $shortest) / $piece->beatTicks / $tempo, 2),
            ]),
        );
    }

    private static function shortest(Piece $piece): ?int
    {
        $shortest = null;
        foreach ($piece->parts as $part) {
            foreach ($part->measures as $events) {
                foreach ($events as $event) {
                    if (!$event->isRest() && !$event->isGrace()) {
                        $shortest = min($shortest ?? $event->length, $event->length);
                    }
                }
            }
        }

        return $shortest;
    }
}
