<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Skill;

use CoinStair\Core\Chunk\Chunk;
use CoinStair\Core\Lesson\Mode;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Skill\Catalogue;
use CoinStair\Core\Skill\Rule\Playing;
use CoinStair\Core\Tests\Tunes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Each rule of the catalogue: once found and once not found, for each instrument where it differs. */
final class CatalogueRulesTest extends TestCase
{
    private const V = Instrument::Violin;
    private const A = Instrument::Viola;
    private const C = Instrument::Cello;
    private const B = Instrument::Bass;

    /** @return iterable<string, array{string, Instrument, list<string>, list<string>}> code, places that have it, places that do not */
    public static function fingers(): iterable
    {
        foreach (Instrument::strings() as $instrument) {
            foreach ($instrument->openStrings() as $at => $string) {
                $other = $instrument->openStrings()[0 === $at ? 1 : 0];
                yield "open $string $instrument->value" => ["open.bow.$string", $instrument, [$string, $other], [$other, $other.'1']];
                foreach (self::B === $instrument ? [1, 2, 4] : [1, 2, 3, 4] as $finger) {
                    // On the bass and the cello the same note can lie in another hand; in first position it has one place.
                    $not = $string.(1 === $finger ? '4' : '1');
                    yield "$finger on $string $instrument->value" => [
                        "finger.$string.$finger",
                        $instrument,
                        [$string, $string.$finger, $string],
                        [$string, $not, $string],
                    ];
                }
            }
        }
        foreach ([self::V, self::A] as $instrument) {
            foreach ($instrument->openStrings() as $string) {
                $name = "$string $instrument->value";
                yield "low 2 on $name" => ["finger.$string.low-2", $instrument, [$string, $string.'2 low'], [$string, $string.'2']];
                yield "1–2 touch on $name" => [
                    "pattern.1-2.$string",
                    $instrument,
                    [$string.'1', $string.'2 low'],
                    [$string.'1', $string.'2'],
                ];
                yield "2–3 touch on $name" => [
                    "pattern.2-3.$string",
                    $instrument,
                    [$string.'2', $string.'3'],
                    [$string.'2', $string.'3 high'],
                ];
                $code = match ($string) {
                    'E', 'A' => "finger.$string.low-1",
                    default => 'finger.low-1',
                };
                yield "low 1 on $name" => [$code, $instrument, [$string, $string.'1 low'], [$string, $string.'1']];
                $high = \in_array($string, ['G', 'C'], true) ? 'finger.GC.high-3' : 'finger.high-3';
                yield "high 3 on $name" => [$high, $instrument, [$string, $string.'3 high'], [$string, $string.'3']];
            }
            yield "low 4 $instrument->value" => ['finger.low-4', $instrument, ['G3', 'G4 low'], ['G3', 'G4']];
            yield "stretched 4 $instrument->value" => ['finger.stretched-4', $instrument, ['D3', 'D4 stretched'], ['D3', 'D4']];
            yield "3–4 touch $instrument->value" => ['pattern.3-4', $instrument, ['D3 high', 'D4'], ['D3', 'D4']];
            yield "nut–1 $instrument->value" => ['pattern.nut-1', $instrument, ['D1 low', 'D'], ['D1', 'D']];
            yield "all apart $instrument->value" => ['pattern.apart', $instrument, ['D1', 'D2', 'D3 high'], ['D1', 'D2', 'D3']];
            yield "change $instrument->value" => [
                'pattern.change',
                $instrument,
                ['A1', 'A2', 'A1', 'A', 'A1', 'A2 low', 'A1', 'A'],
                ['A1', 'A2', 'A1', 'A', 'A1', 'A2', 'D2', 'A'],
            ];
            $low = ['A1', 'A2 low', 'A1', 'A2 low', 'A1', 'A2 low', 'A1', 'A2 low'];
            $high = ['D2', 'D3', 'D2', 'D3', 'D2', 'D3', 'D2', 'D3'];
            yield "two patterns $instrument->value" => [
                'pattern.two',
                $instrument,
                [...$low, ...$low, ...$high, ...$high],
                [...$low, ...$low, 'D', 'D'],
            ];
            yield "prepared $instrument->value" => ['craft.prepare', $instrument, ['D', 'D1'], ['D1', 'D2']];
            yield "beneath $instrument->value" => ['craft.beneath', $instrument, ['D3', 'D1'], ['D', 'D1']];
            yield "anchored $instrument->value" => ['craft.anchor', $instrument, ['D2', 'D3'], ['D1', 'D2']];
            yield "kept down $instrument->value" => ['craft.keep-down', $instrument, ['D1', 'D2', 'D1', 'D'], ['D1', 'D2', 'D', 'D']];
            yield "beside $instrument->value" => ['craft.beside', $instrument, ['D3', 'A2'], ['D3', 'A1']];
            yield "across $instrument->value" => ['craft.across', $instrument, ['D1', 'A1'], ['D1', 'A2']];
            yield "slides $instrument->value" => ['craft.slide', $instrument, ['A2 low', 'A2'], ['A1', 'A2']];
            yield "fourth $instrument->value" => [
                'craft.fourth',
                $instrument,
                ['D1', 'D4', 'D1', 'D4', 'D1', 'D4', 'D1', 'D4'],
                ['D1', 'D4', 'D1', 'D2'],
            ];
        }
        foreach (['G', 'C', 'D', 'A'] as $string) {
            yield "stretch on $string" => ["stretch.$string", self::C, [$string.'1', $string.'3 stretched'], [$string.'1', $string.'3']];
        }
        yield 'stretch back' => ['stretch.back', self::C, ['A4', 'A1 low'], ['A4', 'A1']];
        yield 'hop of the bass' => ['craft.hop', self::B, ['D1', 'G1'], ['D1', 'G4']];
        foreach (Instrument::strings() as $instrument) {
            yield "next string $instrument->value" => ['crossing.neighbour', $instrument, ['D', 'A'], ['D', 'D1']];
            $over = self::B === $instrument ? ['G', 'A'] : ['G', 'A'];
            yield "over a string $instrument->value" => ['crossing.over', $instrument, $over, ['D', 'A']];
            yield "back and forth $instrument->value" => [
                'crossing.back',
                $instrument,
                ['D', 'A', 'D', 'A', 'D', 'A', 'D', 'A'],
                ['D', 'A', 'A', 'A', 'A', 'D', 'D', 'D'],
            ];
        }
    }

    /**
     * @param list<string> $with
     * @param list<string> $without
     */
    #[DataProvider('fingers')]
    public function testFindsWhatTheFingersDo(string $code, Instrument $instrument, array $with, array $without): void
    {
        // No position but the first, so that each note has its place there; the key has no sharps where a finger lies low.
        $key = str_contains(implode(' ', $with), 'low') ? 'C' : 'D';

        self::assertContains($code, Lines::found(Lines::fingers($instrument, $with, $key), $instrument, 2));
        self::assertNotContains($code, Lines::found(Lines::fingers($instrument, $without, 'D'), $instrument, 2));
    }

    /**
     * @return iterable<string, array{
     *     0: string, 1: string, 2: string, 3?: array{meter?: string, key?: string, unit?: string}, 4?: Instrument, 5?: int,
     * }> code, line that has it, line that does not; meter, key and unit of the first; instrument; level
     */
    public static function lines(): iterable
    {
        $quarters = 'D E F G|]';
        foreach (['C' => self::A, 'G' => self::V, 'D' => self::V, 'A' => self::V, 'E' => self::V] as $string => $instrument) {
            $note = ['C' => '=C,', 'G' => 'G,', 'D' => 'D', 'A' => 'A', 'E' => 'e'][$string];
            $line = "$note $note $note $note|]";
            yield "plucked $string" => ["open.pluck.$string", '"^pizz."'.$line, $line, [], $instrument];
        }
        yield 'third position' => ['position.III', '!1!a !2!b a b|]', $quarters, [], self::V, 3];
        yield 'shift' => ['shift', 'G,A,B,C DEFG|ABcd efga|bc\'d\'e\' d\'c\'ba|]', $quarters, ['unit' => '1/8'], self::V, 3];
        $up = '(G,A,B,C DEFG|ABcd efga|bc\'d\'e\' d\'c\'ba)|]';
        yield 'shift in a slur' => ['shift.slur', $up, 'DEFG ABcd|]', ['unit' => '1/8'], self::V, 4];
        yield 'second position of the bass' => ['position.II', '!1!_B, !2!B, _B, B,|]', 'D E D E|]', ['key' => 'C'], self::B, 3];
        yield 'double stop open' => ['double.open', '[DA]4|]', $quarters];
        yield 'double stop with one finger' => ['double.one', '[D,A,]2 [EA]2|]', '[DA]4|]'];
        yield 'double stop with two fingers' => ['double.two', '[E^c]2 [Fd]2|]', '[EA]4|]'];
        yield 'divided' => ['double.divisi', '"^div."D E F G|]', $quarters];
        yield 'whole bow' => ['bow.whole', 'D2 E2|]', 'D/E/D/E/ D/E/D/E/|]'];
        yield 'half bow' => ['bow.half', $quarters, 'D4|]'];
        yield 'slow bow' => ['bow.slow', 'D3 E|]', 'D2 E2|]'];
        yield 'lifted' => ['bow.retake', 'D E F z|vG A B c|]', $quarters];
        yield 'short' => ['bow.short', '.D .E .F .G|]', $quarters];
        yield 'accent' => ['bow.accent', '!>!D E F G|]', $quarters];
        yield 'hooked' => ['bow.hook', '(.D .E) (.F .G)|D4|]', $quarters];
        yield 'a hooked pair is not short' => ['bow.short', '.D .E .F .G|]', '(.D .E) (.F .G)|D4|]'];
        yield 'a hooked pair is no slur' => ['slur.2', '(D E) F G|]', '(.D .E) (.F .G)|D4|]'];
        yield 'nor a crossing in one' => ['crossing.slur', '(G A) F G|]', '(.G .A) (.F .G)|D4|]'];
        yield 'an upbeat begins no line with an up-bow' => ['bow.up', 'uD E F G|]', 'D|E F G A|B4|]'];
        yield 'begins up' => ['bow.up', 'uD E F G|]', $quarters];
        yield 'pickup with the bow' => ['bow.upbeat', 'D|E F G A|B4|]', $quarters];
        yield 'two in a slur' => ['slur.2', '(D E) F G|]', $quarters];
        yield 'three in a slur' => ['slur.3', '(D E F) G|]', '(D E) F G|]'];
        yield 'four in a slur' => ['slur.4', '(D E F G)|]', '(D E F) G|]'];
        yield 'crossing in a slur' => ['crossing.slur', '(D A) D A|]', '(D E) D A|]'];
        yield 'quick bow' => ['bow.recover', 'D3 E|D3 E|]', $quarters];
        yield 'uneven bows' => ['bow.uneven', 'D2 E|D2 E|]', 'D D D|D D D|]', ['meter' => '3/4']];
        yield 'staggered' => ['bow.stagger', 'D4-|D4-|D4-|D4|]', 'D4|]'];
        yield 'soft' => ['sound.soft', '!p!D E F G|]', $quarters];
        yield 'medium' => ['sound.medium', '!mf!D E F G|]', '!p!D E F G|]'];
        yield 'loud' => ['sound.loud', '!f!D E F G|]', '!p!D E F G|]'];
        yield 'louder' => ['sound.louder', '!p!!<(!D E F !<)!G|!f!A4|]', '!p!D E F G|]'];
        yield 'softer' => ['sound.softer', '!f!!>(!D E F !>)!G|!p!A4|]', '!p!D E F G|]'];
        yield 'near the fingerboard' => ['contact.near-fingerboard', '!p!D E F G|]', '!mf!D E F G|]'];
        yield 'in the middle' => ['contact.middle', '!mf!D E F G|]', '!p!D E F G|]'];
        yield 'near the bridge' => ['contact.near-bridge', '!f!D E F G|]', '!p!D E F G|]'];
        yield 'over the fingerboard' => ['contact.fingerboard', '!pp!D E F G|]', '!p!D E F G|]'];
        yield 'at the bridge' => ['contact.bridge', '!ff!D E F G|]', '!p!D E F G|]'];
        yield 'whole notes' => ['rhythm.whole', 'D4|]', $quarters];
        yield 'half notes' => ['rhythm.half', 'D2 E2|]', 'D3 E|]'];
        yield 'quarter notes' => ['rhythm.quarter', $quarters, 'D4|]'];
        yield 'eighth notes' => ['rhythm.eighth', 'D/ E/ F G A|]', $quarters];
        yield 'sixteenth notes' => ['rhythm.sixteenth', 'D/4 E/4 F/4 G/4 F G A|]', 'D/ E/ F G A|]'];
        yield 'dotted half' => ['rhythm.dotted-half', 'D3 E|]', 'D2 E2|]'];
        yield 'dotted quarter' => ['rhythm.dotted-quarter', 'D3/2 E/ F G|]', 'D E/F/ G A|]'];
        yield 'dotted eighth' => ['rhythm.dotted-eighth', 'D3/4 E/4 F G A|]', 'D/ E/ F G A|]'];
        yield 'tie' => ['rhythm.tie', 'D E F G-|G E F G|]', 'D E F G|G E F G|]'];
        yield 'triplet' => ['rhythm.triplet', '(3D/E/F/ G A B|]', 'D/E/ G A B|]'];
        yield 'off the beat' => ['rhythm.off-beat', 'D/ E F/ G A|]', 'D/ E/ F G A|]'];
        yield 'after a rest on the beat' => ['rhythm.off-beat', 'z/ E/ F G A|]', 'D/ z/ F G A|]'];
        yield 'quarter, half, quarter' => ['rhythm.across', 'D E2 F|G A G2|]', 'D E F2|D2 E F|z E2 F|]'];
        yield 'a dotted note on the beat goes across nothing' => ['rhythm.across', 'D/ E F/ G A|]', 'A3/2c/ e3/2c/|E/F/ G E/F/ D|]'];
        yield 'in threes a longer note on the beat goes across nothing' => [
            'rhythm.across',
            'D E2 F D2|]',
            '[M:6/8][L:1/8]cAA F2D|G2B d2B|]',
            ['meter' => '6/8', 'unit' => '1/8'],
        ];
        yield 'where the beat is dotted there is no dot to hold' => [
            'rhythm.dotted-quarter',
            'D3/2 E/ F G|]',
            '[M:6/8][L:1/8]D3 E3|F2A A3|]',
        ];
        yield 'quarter rests' => ['rhythm.rest.quarter', 'D z F G|]', 'D z2 G|]'];
        yield 'half rests' => ['rhythm.rest.half', 'D2 z2|]', 'D z F G|]'];
        yield 'measure of rest' => ['rhythm.rest.measure', 'D4|z4|D4|]', 'D2 z2|D4|]'];
        yield 'long rest' => ['rhythm.rest.long', 'D4|z4|z4|D4|]', 'D4|z4|D4|]'];
        yield 'eighth rests' => ['rhythm.rest.eighth', 'D/ z/ F G A|]', 'D z G A|]'];
        yield 'sixteenth rests' => ['rhythm.rest.sixteenth', 'D/4 z/4 F/ F G A|]', 'D/ z/ F G A|]'];
        yield 'pickup' => ['rhythm.pickup', 'D|E F G A|B4|]', 'D E F G|]'];
        yield '4/4' => ['rhythm.meter.4-4', $quarters, '[M:3/4]D E F|]'];
        yield '3/4' => ['rhythm.meter.3-4', 'D E F|]', $quarters, ['meter' => '3/4']];
        yield '2/4' => ['rhythm.meter.2-4', 'D E|]', $quarters, ['meter' => '2/4']];
        yield '2/2' => ['rhythm.meter.2-2', 'D E F G|]', $quarters, ['meter' => '2/2']];
        yield '6/8' => ['rhythm.meter.6-8', 'D3 E3|]', $quarters, ['meter' => '6/8', 'unit' => '1/8']];
        yield '12/8' => ['rhythm.meter.long', 'D3 E3 F3 G3|]', $quarters, ['meter' => '12/8', 'unit' => '1/8']];
        yield '5/4' => ['rhythm.meter.odd', 'D E F G A|]', $quarters, ['meter' => '5/4']];
        $keys = ['none' => 'C', '1-sharp' => 'G', '2-sharps' => 'D', '3-sharps' => 'A', 'more-sharps' => 'E', '1-flat' => 'F'];
        foreach ($keys as $code => $key) {
            yield "key of $key" => ["key.$code", $quarters, '[K:Bb]D E F G|]', ['key' => $key]];
        }
        yield 'key of B flat' => ['key.2-flats', $quarters, $quarters, ['key' => 'Bb']];
        yield 'key of E flat' => ['key.more-flats', $quarters, $quarters, ['key' => 'Eb']];
        yield 'change of key' => ['key.change', 'D E F G|[K:G]D E F G|]', $quarters];
        yield 'accidental' => ['read.accidental', 'D E =F G|]', $quarters];
        yield 'repeat' => ['read.repeat', '|:D E F G:|', $quarters];
        yield 'endings' => ['read.ending', '|:D E F G|[1D4:|[2G4|]', '|:D E F G:|'];
        yield 'jump' => ['read.jump', 'D4!fine!|D4!D.C.alfine!|]', $quarters];
        yield 'fermata' => ['read.fermata', 'D E F !fermata!G|]', $quarters];
        yield 'treble D' => ['read.treble.D', 'D E F G|]', 'A B c d|]'];
        yield 'treble A' => ['read.treble.A', 'A B c d|]', $quarters];
        yield 'treble G' => ['read.treble.G', 'G, A, B, C|]', $quarters];
        yield 'treble E' => ['read.treble.E', 'e f g a|]', $quarters];
        foreach (['D' => 'D E F G|]', 'A' => 'A B c d|]', 'G' => 'G, A, B, C|]', 'C' => 'C, D, E, F,|]'] as $code => $line) {
            yield "alto $code" => ["read.alto.$code", $line, 'D' === $code ? 'A B c d|]' : $quarters, [], self::A];
        }
        foreach (['D' => 'D, E, F, G,|]', 'A' => 'A, B, C D|]', 'G' => 'G,, A,, B,, C,|]', 'C' => 'C,, D,, E,, F,,|]'] as $code => $line) {
            yield "bass clef $code" => ["read.bass.$code", $line, 'D' === $code ? 'A, B, C D|]' : 'D, E, F, G,|]', [], self::C];
        }
        yield 'bass clef of the bass' => ['read.bass.D', 'D, E, F, G,|]', 'A,, B,, C, A,,|]', [], self::B];
    }

    /** @param array{meter?: string, key?: string, unit?: string} $is */
    #[DataProvider('lines')]
    public function testFindsWhatIsWritten(
        string $code,
        string $with,
        string $without,
        array $is = [],
        Instrument $instrument = Instrument::Violin,
        int $level = 2,
    ): void {
        $found = Lines::of($instrument, $with, $is['meter'] ?? '4/4', $is['key'] ?? 'D', $is['unit'] ?? '1/4');
        $isMeter = str_starts_with($code, 'rhythm.meter') && '4/4' !== ($is['meter'] ?? '4/4');
        $not = Lines::of($instrument, $without, $isMeter ? '4/4' : $is['meter'] ?? '4/4', 'D', $isMeter ? '1/4' : $is['unit'] ?? '1/4');

        self::assertContains($code, Lines::found($found, $instrument, $level));
        self::assertNotContains($code, Lines::found($not, $instrument, $level));
    }

    public function testFindsWhoPlaysWithWhom(): void
    {
        $piece = Tunes::abc("V:1 name=\"Violin\"\nV:2 name=\"Viola\"\n[V:1]D E F G|A A A A|D4|]\n[V:2]D E F G|D2 D2|z4|]", '4/4', 'D');
        $skills = Lines::skills($piece, self::V);
        $violin = $skills->found(self::V);
        $viola = Lines::skills($piece, self::A)->found(self::A);

        self::assertSame(['ensemble.unison', 'ensemble.two-parts', 'ensemble.own-part'], self::ensemble($violin));
        self::assertSame(['ensemble.unison', 'ensemble.two-parts', 'ensemble.own-part'], self::ensemble($viola));
        self::assertSame(['ensemble.unison'], self::ensemble(Lines::skills(Lines::of(self::V, 'D E F G|]'), self::V)->found(self::V)));
        $late = Tunes::abc("V:1 name=\"Violin\"\nV:2 name=\"Viola\"\n[V:1]D E F G|A4|]\n[V:2]z4|D2 D2|]", '4/4', 'D');
        self::assertContains('ensemble.entry', Lines::found($late, self::A));
        self::assertNotContains('ensemble.entry', Lines::found($late, self::V));
    }

    /** @return iterable<string, array{string, Mode}> */
    public static function modes(): iterable
    {
        yield 'click' => ['ensemble.click', Mode::Click];
        yield 'backing' => ['ensemble.backing', Mode::Backing];
        yield 'memory' => ['ensemble.memory', Mode::Memory];
        yield 'stops' => ['crossing.stop', Mode::Stops];
    }

    #[DataProvider('modes')]
    public function testFindsHowAStepWasPlayed(string $code, Mode $mode): void
    {
        $piece = Lines::of(self::V, 'D A D A|]');
        $skills = Lines::skills($piece, self::V);
        $chunk = Chunk::whole($piece);

        self::assertArrayHasKey($code, $skills->found(self::V, Playing::of($chunk, [$mode])));
        self::assertArrayNotHasKey($code, $skills->found(self::V, Playing::of($chunk, [Mode::Bow])));
        self::assertArrayNotHasKey($code, $skills->found(self::V));
    }

    public function testWhatIsPluckedIsNotBowed(): void
    {
        $piece = Lines::of(self::V, 'D A D A|D2 A2|]');
        $plucked = Lines::skills($piece, self::V)->found(self::V, Playing::of(Chunk::whole($piece), [Mode::Pluck]));

        self::assertArrayHasKey('open.pluck.D', $plucked);
        self::assertArrayNotHasKey('open.bow.D', $plucked);
        self::assertArrayNotHasKey('crossing.neighbour', $plucked);
        self::assertArrayNotHasKey('bow.whole', $plucked);
        self::assertArrayHasKey('rhythm.quarter', $plucked);
    }

    public function testARungOnOpenStringsSaysNothingOfTheFingers(): void
    {
        $piece = Lines::of(self::V, 'E B E B|]');
        $open = Lines::skills($piece, self::V)->found(self::V, Playing::of(Chunk::whole($piece), [Mode::Bow], true));

        self::assertArrayHasKey('crossing.neighbour', $open);
        self::assertArrayNotHasKey('finger.D.1', $open);
    }

    public function testEveryRuleIsTriedHereOrSaidByHand(): void
    {
        $tried = [];
        foreach ([...self::fingers(), ...self::lines(), ...self::modes()] as $case) {
            $tried[$case[0]] = true;
        }
        $elsewhere = [
            'ensemble.unison', 'ensemble.two-parts', 'ensemble.own-part', 'ensemble.entry',
            'position.half', 'position.between', 'position.IV', 'read.other-clef', 'read.rehearsal', 'read.tempo-word', 'pattern.2-3.C',
        ];
        foreach (Catalogue::shipped()->skills as $skill) {
            self::assertTrue(
                $skill->isByHand() || isset($tried[$skill->code]) || \in_array($skill->code, $elsewhere, true),
                $skill->code,
            );
        }
    }

    public function testFindsWhatNeedsAPieceOfItsOwn(): void
    {
        $marked = Tunes::abc("Q:\"Andante\" 1/4=72\nP:A\nD E F G|\nP:B\nA4|]", '4/4', 'D');
        $found = Lines::found($marked, self::V);
        self::assertContains('read.rehearsal', $found);
        self::assertContains('read.tempo-word', $found);
        $plain = Lines::found(Lines::of(self::V, 'D E F G|]'), self::V);
        self::assertNotContains('read.rehearsal', $plain);
        self::assertNotContains('read.tempo-word', $plain);
        self::assertContains('position.IV', Lines::found(Lines::of(self::C, '!1!E !4!G !1!E !4!G|]', '4/4', 'C'), self::C, 4));
        self::assertContains('position.half', Lines::found(Lines::of(self::B, '!1!^G, !1!^G, A, A,|]', '4/4', 'C'), self::B, 2));
        self::assertContains('position.between', Lines::found(Lines::of(self::B, 'B, !4!^C B, !4!^C|]', '4/4', 'D'), self::B, 2));
        self::assertNotContains('position.IV', $plain);
    }

    /**
     * @param array<string, list<int>> $found
     *
     * @return list<string>
     */
    private static function ensemble(array $found): array
    {
        return array_values(array_filter(array_keys($found), static fn (string $code): bool => str_starts_with($code, 'ensemble.')));
    }
}
