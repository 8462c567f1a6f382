<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Form;

use CoinStair\Core\Form\Likeness;
use CoinStair\Core\Form\Talk;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Handbook 5: sentences for a teacher's talk. */
final class TalkTest extends TestCase
{
    /** @param list<string> $expected */
    #[DataProvider('talks')]
    public function testSentences(string $matter, string $body, array $expected): void
    {
        $piece = Tunes::abc($body, '4/4', 'D');
        $talk = Talk::of($piece, Likeness::of($piece));
        $told =
            ['sections' => $talk->sections, 'returns' => $talk->returns, 'figures' => $talk->figures, 'texture' => $talk->texture][
                $matter
            ] ?? [];
        self::assertSame($expected, array_map(static fn (Notice $notice): string => $notice->text(), $told));
    }

    /** @return iterable<string, array{string, string, list<string>}> */
    public static function talks(): iterable
    {
        yield 'all to be learned' => ['sections', 'DAFd|EGBe|', ['Each of the 2 measures is to be learned.']];
        yield 'sections' => [
            'sections',
            'DAFd|EGBe||cBAG|FAdf||DAFd|EGBe|]',
            ['A: measures 1–2.', 'B: measures 3–4.', 'A again: measures 5–6.', '4 of 6 measures are to be learned.'],
        ];
        yield 'a section on another string' => [
            'sections',
            'ABcd|edcB|A2c2|B4|DEFG|AGFE|D2F2|E4|',
            [
                'A: measures 1–4.',
                'B, the fingers of A, one string lower: measures 5–8.',
                'Each of the 8 measures is to be learned.',
            ],
        ];
        yield 'a section two strings higher' => [
            'sections',
            'G,A,B,=C|DB,G,2|A,2B,2|G,4|ABcd|ecA2|B2c2|A4|',
            [
                'A: measures 1–4.',
                'B, the fingers of A, 2 strings higher: measures 5–8.',
                'Each of the 8 measures is to be learned.',
            ],
        ];
        yield 'a mark inside a run that comes back' => [
            'sections',
            'DEFG|AdcA||BAGE|F2D2|G4|E4|DEFG|AdcA|BAGE|F2D2|',
            [
                'A: measures 1–2.',
                'B: measures 3–10.',
                'The mark before measure 3 stands inside measures 1–4, which come back as 7–10.',
                '6 of 10 measures are to be learned.',
            ],
        ];
        yield 'a section that is like another' => [
            'sections',
            'DAFd|EGBe||cBAG|FAdf||DAFd|EGB2|]',
            [
                'A: measures 1–2.',
                'B: measures 3–4.',
                'A′, like A but not the same: measures 5–6.',
                '5 of 6 measures are to be learned.',
            ],
        ];
        yield 'a run comes back' => ['returns', 'DAFd|E2Bc|A4|DAFd|E2Bc|', ['Measures 4–5 are the same as 1–2.']];
        yield 'one measure comes back' => ['returns', 'DAFd|A4|DAFd|', ['Measure 3 is the same as measure 1.']];
        yield 'without the upbeat' => ['returns', 'A|DEFG|A2FD|E4|z4|DEFG|A2FD|', ['Measures 5–6 are 1–2 again, without the upbeat.']];
        yield 'another ending' => ['returns', 'DEFG|DEAd|', ['Measure 2 starts like measure 1 and ends otherwise.']];
        yield 'moved' => ['returns', 'FAFA|DFDF|', ['Measure 2 is measure 1, 2 steps lower.']];
        yield 'a string higher' => ['returns', 'DEFG|ABcd|', ['Measure 2 is measure 1 with the same fingers, a string higher.']];
        yield 'an octave' => ['returns', 'DFED|dfed|', ['Measure 2 is measure 1, an octave higher.']];
        yield 'longer' => ['returns', 'D/E/F/G/ z2|DEFG|', ['Measure 2 is measure 1 with every note 2 times as long.']];
        yield 'a scale' => [
            'figures',
            'DEFG|AGFE|',
            ['Measure 1 climbs the scale from D to G, degrees 1 to 4.', 'Measure 2 goes down the scale from A to E, degrees 5 to 2.'],
        ];
        yield 'chords' => [
            'figures',
            'DFAd|BGEG|cGEc|',
            [
                'Measure 1 is the broken chord of D major.',
                'Measure 2 is the broken chord of E minor.',
                'Measure 3 is the broken diminished chord on C♯.',
            ],
        ];
        yield 'a note repeated' => ['figures', 'DDED|', ['Measure 1 stays around D.']];
        yield 'told once' => ['figures', 'DEFG|A4|DEFG|', ['Measure 1 climbs the scale from D to G, degrees 1 to 4.']];
        yield 'one part has no texture' => ['texture', 'DEFG|', []];
        yield 'parts' => [
            'texture',
            "V:1 name=\"Violin\"\nV:2 name=\"Cello\" clef=bass\n[V:1] DEFG|A2FD|DEFG|z4|\n[V:2] D,E,F,G,|D,4|D,D,D,D,|D,E,F,D,|",
            [
                '1: all in unison or octaves.',
                '2: the tune in Violin, each other part for itself.',
                '3: the tune in Violin; with one rhythm: Violin, Cello.',
                '4: the tune in Cello, each other part for itself; rests: Violin.',
            ],
        ];
    }
}
