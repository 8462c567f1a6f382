<?php

declare(strict_types=1);

namespace CoinStair\Core\Form;

use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\MeasureNumbers;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Part;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Score\Pitch;

/** What a teacher can tell a class of the form of a piece, in sentences (handbook 5). */
final readonly class Talk
{
    private const APART = '{run}: the tune in {tune}; together in unison or octaves: {together}';
    /** Likenesses that are told, the nearest first. */
    private const TOLD = [
        LikenessKind::OtherEnding,
        LikenessKind::Octave,
        LikenessKind::OtherString,
        LikenessKind::Longer,
        LikenessKind::Moved,
    ];

    /**
     * @param list<Notice> $sections what the piece is made of, and how much of it is to be learned
     * @param list<Notice> $returns  what comes back, and how
     * @param list<Notice> $figures  measures that are one thing: a scale, a chord, a note repeated
     * @param list<Notice> $texture  who leads, who plays together, who rests
     */
    private function __construct(public array $sections, public array $returns, public array $figures, public array $texture)
    {
    }

    public static function of(Piece $piece, Likeness $likeness): self
    {
        $numbers = MeasureNumbers::of($piece)->all();
        $sections = Sections::find($piece, $likeness);
        if ($piece->isOutline()) {
            return new self(self::sections($sections, [], $numbers), [], [], []);
        }
        $runs = Returns::of($piece, $likeness)->runs;
        $canon = Canon::find($piece);
        $distinct = (null === $canon ? $likeness : Likeness::of($canon->inUnison($piece)))->distinct();

        return new self(
            [
                ...self::round($canon),
                ...self::sections($sections, $runs, $numbers),
                ...self::contradicted($piece, $sections, $runs, $numbers),
                $distinct === \count($piece->measures)
                    ? new Notice(0, 0, 'Each of the {count} measures is to be learned.', ['count' => (string) \count($piece->measures)])
                    : new Notice(0, 0, '{distinct} of {count} measures are to be learned.', [
                        'distinct' => (string) $distinct,
                        'count' => (string) \count($piece->measures),
                    ]),
            ],
            [...self::runs($likeness, $numbers), ...self::others($likeness, $numbers)],
            self::figures($piece, $likeness, $numbers),
            self::texture($piece, $numbers),
        );
    }

    /** @return list<Notice> that it is a round, and how it is learned; none where it is none */
    private static function round(?Canon $canon): array
    {
        return null === $canon ? [] : [
            new Notice(0, 0, 'A round in {groups} groups: each enters {every} measures after the one before, with the same line.', [
                'groups' => (string) $canon->groups(),
                'every' => (string) $canon->every,
            ]),
            new Notice(0, 0, 'Learn the line in unison, then play it in two groups, then as it is written.'),
        ];
    }

    /**
     * @param list<Section> $sections
     * @param list<Run>     $runs
     * @param list<string>  $numbers
     *
     * @return list<Notice>
     */
    private static function sections(array $sections, array $runs, array $numbers): array
    {
        if (\count($sections) < 2) {
            return [];
        }
        $told = [];
        foreach ($sections as $index => $section) {
            $letter = rtrim($section->label, '′');
            $earlier = array_filter(
                \array_slice($sections, 0, $index),
                static fn (Section $other): bool => rtrim($other->label, '′') === $letter,
            );
            $strings = [] === $earlier ? self::onAnotherString($section, \array_slice($sections, 0, $index), $runs) : null;
            $template = match (true) {
                null !== $strings => match ($strings[1]) {
                    1 => '{label}, the fingers of {of}, one string higher: measures {run}.',
                    -1 => '{label}, the fingers of {of}, one string lower: measures {run}.',
                    default => $strings[1] > 0
                        ? '{label}, the fingers of {of}, {by} strings higher: measures {run}.'
                        : '{label}, the fingers of {of}, {by} strings lower: measures {run}.',
                },
                [] === $earlier => '{label}: measures {run}.',
                $letter === $section->label => '{label} again: measures {run}.',
                default => '{label}, like {letter} but not the same: measures {run}.',
            };
            $told[] = new Notice(0, 0, $template, [
                'label' => $section->label,
                'letter' => $letter,
                'run' => self::run($numbers, $section->from, $section->to - 1),
                ...null === $strings ? [] : ['of' => $strings[0], 'by' => (string) abs($strings[1])],
            ]);
        }

        return $told;
    }

    /**
     * The earlier section of which one has the fingers on another string, and how many strings higher.
     *
     * @param list<Section> $earlier
     * @param list<Run>     $runs
     *
     * @return array{string, int}|null none if it is no such section
     */
    private static function onAnotherString(Section $section, array $earlier, array $runs): ?array
    {
        foreach ($runs as $run) {
            if (
                LikenessKind::OtherString !== $run->kind
                || $run->at < $section->from
                || $run->at >= $section->to
                || 2 * $run->length < $section->to - $section->from
            ) {
                continue;
            }
            foreach ($earlier as $other) {
                if ($run->of >= $other->from && $run->of < $other->to) {
                    return [$other->label, $run->by];
                }
            }
        }

        return null;
    }

    /**
     * @param list<Section> $sections
     * @param list<Run>     $runs
     * @param list<string>  $numbers
     *
     * @return list<Notice>
     */
    private static function contradicted(Piece $piece, array $sections, array $runs, array $numbers): array
    {
        $told = [];
        foreach (Sections::contradicted($piece, $sections, $runs) as [$position, $run]) {
            $inEarlier = $position > $run->of && $position < $run->of + $run->length;
            $told[] = new Notice(0, 0, 'The mark before measure {measure} stands inside measures {run}, which come back as {other}.', [
                'measure' => $numbers[$position],
                'run' => self::run($numbers, $inEarlier ? $run->of : $run->at, ($inEarlier ? $run->of : $run->at) + $run->length - 1),
                'other' => self::run($numbers, $inEarlier ? $run->at : $run->of, ($inEarlier ? $run->at : $run->of) + $run->length - 1),
            ]);
        }

        return $told;
    }

    /**
     * The longest runs of measures that stood before, each told once.
     *
     * @param list<string> $numbers
     *
     * @return list<Notice>
     */
    private static function runs(Likeness $likeness, array $numbers): array
    {
        $told = [];
        $count = \count($likeness->classes);
        for ($position = 0; $position < $count; ++$position) {
            $of = self::likeOf($likeness, $position, LikenessKind::Same)?->of;
            if (null === $of || $likeness->isSilent($position)) {
                continue;
            }
            $pickup = null !== self::likeOf($likeness, $position, LikenessKind::WithoutPickup);
            $length = 1;
            while (
                $position + $length < $count
                && $of + $length < $position
                && $likeness->classes[$position + $length] === $likeness->classes[$of + $length]
                && !$likeness->isSilent($position + $length)
            ) {
                ++$length;
            }
            $told[] = new Notice(
                0,
                0,
                match (true) {
                    $pickup => 'Measures {run} are {other} again, without the upbeat.',
                    $length > 1 => 'Measures {run} are the same as {other}.',
                    default => 'Measure {run} is the same as measure {other}.',
                },
                ['run' => self::run($numbers, $position, $position + $length - 1), 'other' => self::run($numbers, $of, $of + $length - 1)],
            );
            $position += $length - 1;
        }

        return $told;
    }

    /**
     * Measures that are like an earlier one in another way; each in the first of the ways that help most.
     *
     * @param list<string> $numbers
     *
     * @return list<Notice>
     */
    private static function others(Likeness $likeness, array $numbers): array
    {
        $told = [];
        foreach ($likeness->likes as $position => $likes) {
            if (null !== self::likeOf($likeness, $position, LikenessKind::Same)) {
                continue;
            }
            foreach (self::TOLD as $kind) {
                $like = self::likeOf($likeness, $position, $kind);
                if (null !== $like) {
                    $told[] = new Notice(0, 0, $like->sentence(), [
                        'measure' => $numbers[$position],
                        'other' => $numbers[$like->of],
                        'by' => (string) abs($like->by),
                    ]);
                    break;
                }
            }
        }

        return $told;
    }

    private static function likeOf(Likeness $likeness, int $position, LikenessKind $kind): ?Like
    {
        foreach ($likeness->likes[$position] as $like) {
            if ($like->kind === $kind) {
                return $like;
            }
        }

        return null;
    }

    /**
     * In the first part that has them; measures that come back are told once.
     *
     * @param list<string> $numbers
     *
     * @return list<Notice>
     */
    private static function figures(Piece $piece, Likeness $likeness, array $numbers): array
    {
        $told = $seen = [];
        foreach ($piece->measures as $position => $measure) {
            if (isset($seen[$likeness->classes[$position]])) {
                continue;
            }
            $seen[$likeness->classes[$position]] = true;
            foreach ($piece->parts as $part) {
                $figure = Figure::find($part, $position)[0] ?? null;
                if (null !== $figure) {
                    $told[] = self::figure($figure, $part, $position, $measure->key, $numbers);
                    break;
                }
            }
        }

        return $told;
    }

    /** @param list<string> $numbers */
    private static function figure(Figure $figure, Part $part, int $position, Key $key, array $numbers): Notice
    {
        $pitches = Figure::pitches($part, $position);
        \assert([] !== $pitches);
        $first = $pitches[0];
        $last = $pitches[\count($pitches) - 1];
        $parameters = [
            'measure' => $numbers[$position],
            'first' => $first->letterName(),
            'last' => $last->letterName(),
            'from' => self::degree($first, $key),
            'to' => self::degree($last, $key),
        ];

        return match ($figure) {
            Figure::ScaleRun => new Notice(
                0,
                0,
                $first->diatonic() < $last->diatonic()
                    ? 'Measure {measure} climbs the scale from {first} to {last}, degrees {from} to {to}.'
                    : 'Measure {measure} goes down the scale from {first} to {last}, degrees {from} to {to}.',
                $parameters,
            ),
            Figure::BrokenChord => new Notice(
                0,
                0,
                match (Figure::triad($pitches)[1] ?? '') {
                    'minor' => 'Measure {measure} is the broken chord of {root} minor.',
                    'diminished' => 'Measure {measure} is the broken diminished chord on {root}.',
                    default => 'Measure {measure} is the broken chord of {root} major.',
                },
                $parameters + ['root' => Figure::triad($pitches)[0] ?? ''],
            ),
            Figure::RepeatedNote => new Notice(
                0,
                0,
                'Measure {measure} stays around {root}.',
                $parameters + ['root' => Figure::center($pitches)->letterName()],
            ),
        };
    }

    /** Degree of the scale, 1 to 7. */
    private static function degree(Pitch $pitch, Key $key): string
    {
        $steps = (int) strpos(Pitch::LETTERS, $pitch->letter) - (int) strpos(Pitch::LETTERS, $key->tonic()[0]);

        return (string) (1 + (($steps + 7) % 7));
    }

    /**
     * @param list<string> $numbers
     *
     * @return list<Notice>
     */
    private static function texture(Piece $piece, array $numbers): array
    {
        if (\count($piece->parts) < 2) {
            return [];
        }
        $names = [];
        foreach ($piece->parts as $part) {
            $names[$part->id] = '' === $part->name ? $part->id : $part->name;
        }
        $told = [];
        foreach (Texture::find($piece) as $span) {
            $all = \count($piece->parts) - \count($span->rests);
            if (0 === $all) {
                continue;
            }
            $unison = array_values(array_filter($span->unison, static fn (array $group): bool => \count($group) < $all));
            $rhythm = array_values(array_filter($span->rhythm, static fn (array $group): bool => !\in_array($group, $span->unison, true)));
            $parameters = [
                'run' => self::run($numbers, $span->from, $span->to - 1),
                'tune' => self::named($names, $span->tune),
                'rest' => self::named($names, $span->rests),
                'together' => implode('; ', array_map(static fn (array $ids): string => self::named($names, $ids), $unison)),
                'rhythm' => implode('; ', array_map(static fn (array $ids): string => self::named($names, $ids), $rhythm)),
            ];
            $template = match (true) {
                \count($span->tune) === $all && $all > 1 => '{run}: all in unison or octaves',
                [] !== $unison && !\in_array($span->tune, $unison, true) => self::APART,
                [] !== $rhythm => '{run}: the tune in {tune}; with one rhythm: {rhythm}',
                default => '{run}: the tune in {tune}, each other part for itself',
            };
            $told[] = new Notice(0, 0, $template.([] === $span->rests ? '.' : '; rests: {rest}.'), $parameters);
        }

        return $told;
    }

    /**
     * @param array<string, string> $names of parts by id
     * @param list<string>          $ids
     */
    private static function named(array $names, array $ids): string
    {
        return implode(', ', array_map(static fn (string $id): string => $names[$id] ?? $id, $ids));
    }

    /** @param list<string> $numbers */
    private static function run(array $numbers, int $from, int $last): string
    {
        $one = $numbers[$from] ?? '';
        $other = $numbers[$last] ?? '';

        return $one === $other ? $one : $one.'–'.$other;
    }
}
