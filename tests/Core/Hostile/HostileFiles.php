<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Hostile;

/** Files that are small to send and large to read: each is read or refused within two seconds and 128 MB (handbook 11). */
final class HostileFiles
{
    private const HEAD = "X:1\nT:Deep\nM:4/4\nL:1/4\nK:D\n";
    private const MANY = 100_000;

    /** @return iterable<string, \Closure(): string> each makes its file when it is wanted */
    public static function all(): iterable
    {
        foreach (self::whole() as $name => $make) {
            yield $name => $make;
            // Once more in lines that are not too long to be read: what one line may not do, many shall not.
            if (1 !== preg_match('/MB|million|XML|MIDI|packed|noise/', $name)) {
                yield "$name, in lines" => static fn (): string => self::HEAD.chunk_split(
                    substr($make(), \strlen(self::HEAD)),
                    9_000,
                    "\n",
                );
            }
        }
    }

    /** @return iterable<string, \Closure(): string> */
    private static function whole(): iterable
    {
        foreach (['[' => 'brackets', '{' => 'braces', '(' => 'slurs', '"' => 'quotes', '!' => 'marks'] as $sign => $name) {
            yield "open $name" => static fn (): string => self::tune(str_repeat($sign, self::MANY).' D4|');
            yield "open $name, closed at the end" => static fn (): string => self::tune(
                str_repeat($sign, self::MANY).'D]})"! D4|',
            );
        }
        yield 'inline fields' => static fn (): string => self::tune(str_repeat('[K:G]', self::MANY).'D4|');
        yield 'inline voices' => static fn (): string => self::tune(self::each(static fn (int $n): string => "[V:$n]D4|", self::MANY));
        yield 'inline meters' => static fn (): string => self::tune(str_repeat('[M:3/4][M:4/4]D', 50_000).'|');
        yield 'decorations' => static fn (): string => self::tune(str_repeat('!accent!', self::MANY).'D4|');
        yield 'unknown decorations' => static fn (): string => self::tune(
            self::each(static fn (int $n): string => "!x$n!", self::MANY).'D4|',
        );
        yield 'staccato dots' => static fn (): string => self::tune(str_repeat('.', self::MANY).'D4|');
        yield 'words over a note' => static fn (): string => self::tune(str_repeat('"^pizz."', self::MANY).'D4|');
        yield 'octave marks' => static fn (): string => self::tune('D'.str_repeat("'", self::MANY).'4|');
        yield 'octave marks, each on a note' => static fn (): string => self::tune(str_repeat("D'", self::MANY).'|');
        yield 'overlays' => static fn (): string => self::tune(str_repeat('D4&', self::MANY).'D4|');
        yield 'ties' => static fn (): string => self::tune('D'.str_repeat('-', self::MANY).'|');
        yield 'broken rhythms' => static fn (): string => self::tune('D'.str_repeat('>', self::MANY).'D|');
        yield 'signs that are none' => static fn (): string => self::tune(str_repeat('€', self::MANY).'D4|');
        yield 'lyrics' => static fn (): string => self::tune("D4|\n".str_repeat("w: la la la\n", self::MANY).'D4|');
        yield 'one line of syllables' => static fn (): string => self::tune("D4|\nw: ".str_repeat('la ', self::MANY));
        yield 'symbols' => static fn (): string => "X:1\n".str_repeat("U: T = !trill!\n", self::MANY)."K:D\nD4|]\n";
        yield 'voices' => static fn (): string => "X:1\nK:D\n".self::each(static fn (int $n): string => "V:$n\nD4|\n", 20_000);
        yield 'numbers of measures' => static fn (): string => self::tune(str_repeat("%%setbarnb 7\n", self::MANY).'D4|');
        yield 'a chord of 60,000 notes' => static fn (): string => self::tune('['.str_repeat('D', 60_000).']4|');
        yield 'a grace group of 60,000 notes' => static fn (): string => self::tune('{'.str_repeat('D', 60_000).'}D4|');
        yield '140,000 notes in a measure' => static fn (): string => self::tune(str_repeat('D', 140_000).'|');
        yield '60,000 grace notes in a measure' => static fn (): string => self::tune(str_repeat('{D}', 60_000).'D4|');
        yield '5,000 measures in 23 KB' => static fn (): string => self::tune(str_repeat("D4|\n", 5000).'D4|');
        yield '5,000 measures of rest' => static fn (): string => self::tune('D4|Z5000|D4|');
        yield 'rests by the million' => static fn (): string => self::tune(str_repeat('Z999999|', 5000));
        yield '900 repeats' => static fn (): string => self::tune(str_repeat('|:D4:|', 900));
        yield '900 repeats of many times' => static fn (): string => self::tune(str_repeat('|:D4'.str_repeat(':', 40).'|', 900));
        yield '900 endings' => static fn (): string => self::tune('|:D4|'.self::each(static fn (int $n): string => "[$n D4:|", 900));
        yield 'endings of endless numbers' => static fn (): string => self::tune('|:D4|['.str_repeat('1-99,', 20_000).'1 D4:|2 D4|]');
        yield 'bars' => static fn (): string => self::tune('D4'.str_repeat('|', self::MANY).'D4|');
        yield 'tuplets' => static fn (): string => self::tune(str_repeat('(3:2:1D', 20_000).'|');
        yield 'the same 790 measures' => static fn (): string => self::tune(str_repeat("DEFG|\n", 790));
        yield 'nothing that comes back' => static fn (): string => self::tune(self::each(self::oddMeasure(...), 374));
        yield 'dense, 93 measures' => static fn (): string => self::tune(self::dense(93));
        yield '790 repeats' => static fn (): string => self::tune(str_repeat("|:D4:|\n", 790));
        yield '790 endings' => static fn (): string => self::tune('|:D4|'.self::each(static fn (int $n): string => "[$n D4:|\n", 790));
        yield 'four dense parts' => static fn (): string => "X:1\nM:4/4\nL:1/4\nK:D\n".self::each(
            static fn (int $part): string => "V:$part name=\"".['Violin', 'Viola', 'Cello', 'Bass'][$part - 1]."\"\n"
                .self::each(static fn (int $n): string => self::oddMeasure($n * $part, 32), 78),
            4,
        );
        yield 'dense, 300 measures' => static fn (): string => self::tune(self::dense(300));
        yield 'one line of 10 MB' => static fn (): string => self::tune(str_repeat('D2E2|', 2_000_000));
        yield 'ten million empty lines' => static fn (): string => self::HEAD.str_repeat("\n", 10_000_000).'D4|';
        yield 'a comment of 15 MB' => static fn (): string => self::HEAD.'%'.str_repeat('x', 15_000_000)."\nD4|";
        yield 'a key line of 10 MB' => static fn (): string => "X:1\nK:D ".str_repeat('^f ', 3_000_000)."\nD4|";
        yield 'a title of 10 MB' => static fn (): string => "X:1\nT:".str_repeat('x', 10_000_000)."\nK:D\nD4|]";
        yield 'backslashes' => static fn (): string => self::tune(str_repeat('\\', self::MANY).'D4|');
        yield from self::musicXml();
        yield 'a packed file of zeros' => static fn (): string => self::packed(str_repeat("\0", 30_000_000));
        yield 'a packed file in itself' => static fn (): string => self::packed(self::packed('<a/>'));
        yield 'noise' => static fn (): string => self::noise(2_000_000);
        yield 'noise that begins like MIDI' => static fn (): string => "MThd\0\0\0\6\0\1\xff\xff\1\xe0".self::noise(2_000_000);
        yield 'MIDI with 100,000 notes at once' => static fn (): string => self::midi(str_repeat("\0\x90\x3c\x40", self::MANY));
        yield 'MIDI with 65,535 empty tracks' => static fn (): string => "MThd\0\0\0\6\0\1\xff\xff\1\xe0"
            .str_repeat("MTrk\0\0\0\0", 65_535);
        yield 'MIDI that lasts for years' => static fn (): string => self::midi(str_repeat("\xff\xff\xff\x7f\x90\x3c\x40", 1000));
    }

    /** @return iterable<string, \Closure(): string> */
    private static function musicXml(): iterable
    {
        $note = '<note><pitch><step>D</step><octave>4</octave></pitch><duration>1</duration></note>';
        $parts = [
            'attributes' => str_repeat('<attributes><divisions>1</divisions><key><fifths>1</fifths></key></attributes>', self::MANY),
            'directions' => str_repeat('<direction><direction-type><words>a word</words></direction-type></direction>', self::MANY),
            'directions, no two alike' => self::each(
                static fn (int $n): string => "<direction><direction-type><words>word $n</words></direction-type></direction>",
                self::MANY,
            ),
            'playing words' => str_repeat('<direction><direction-type><words>pizz.</words></direction-type></direction>', self::MANY),
            'backups' => str_repeat('<backup><duration>1</duration></backup>', self::MANY),
            'forwards' => str_repeat('<forward><duration>999999999</duration></forward>', self::MANY),
            'wedges' => str_repeat('<direction><direction-type><wedge type="crescendo"/></direction-type></direction>', self::MANY),
            'notes of no length' => str_repeat('<note><rest/></note>', self::MANY),
        ];
        foreach ($parts as $name => $content) {
            yield "MusicXML: $name" => static fn (): string => self::score("<measure number=\"1\">$content$note</measure>");
        }
        yield 'MusicXML: XML attributes' => static fn (): string => self::score(
            '<measure '.self::each(static fn (int $n): string => "a$n=\"x\" ", self::MANY).">$note</measure>",
        );
        yield 'MusicXML: a chord of 60,000 notes' => static fn (): string => self::score(
            "<measure number=\"1\">$note".str_repeat(str_replace('<note>', '<note><chord/>', $note), 60_000).'</measure>',
        );
        yield 'MusicXML: articulations of one note' => static fn (): string => self::score(
            '<measure number="1">'.str_replace('<duration>', '<notations><articulations>'.str_repeat('<accent/>', self::MANY)
                .'</articulations></notations><duration>', $note).'</measure>',
        );
        yield 'MusicXML: slurs of one note' => static fn (): string => self::score(
            '<measure number="1">'
                .str_replace('<duration>', str_repeat('<slur type="start"/>', self::MANY).'<duration>', $note).'</measure>',
        );
        yield 'MusicXML: elements in elements' => static fn (): string => self::score(
            '<measure number="1">'.str_repeat('<x>', self::MANY).str_repeat('</x>', self::MANY)."$note</measure>",
        );
        yield 'MusicXML: measures' => static fn (): string => self::score(str_repeat("<measure>$note</measure>", 30_000));
        yield 'MusicXML: empty measures' => static fn (): string => self::score('<measure/>'.str_repeat('<measure/>', self::MANY));
        yield 'MusicXML: endings' => static fn (): string => self::score(
            str_repeat(
                '<measure><barline><ending number="1,2,3" type="start"/><repeat direction="backward" times="50"/></barline>'
                ."$note</measure>",
                790,
            ),
        );
        yield 'MusicXML: parts' => static fn (): string => '<score-partwise>'
            .self::each(static fn (int $n): string => "<part id=\"P$n\"><measure>$note</measure></part>", 20_000).'</score-partwise>';
        yield 'MusicXML: lyrics' => static fn (): string => self::score(
            '<measure number="1">'.str_replace(
                '<duration>',
                str_repeat('<lyric number="1"><text>'.str_repeat('la', 500).'</text></lyric>', 2000).'<duration>',
                $note,
            ).'</measure>',
        );
        yield 'MusicXML: one text of 15 MB' => static fn (): string => self::score(
            '<measure number="1"><direction><direction-type><words>'.str_repeat('x', 15_000_000)
                ."</words></direction-type></direction>$note</measure>",
        );
        yield 'MusicXML: broken in 15 MB of text' => static fn (): string => '<score-partwise>'.str_repeat('x', 15_000_000);
    }

    private static function tune(string $body): string
    {
        return self::HEAD.$body."]\n";
    }

    private static function score(string $measures): string
    {
        return '<?xml version="1.0"?><score-partwise><part-list><score-part id="P1"><part-name>Violin</part-name></score-part></part-list>'
            ."<part id=\"P1\">$measures</part></score-partwise>";
    }

    /** A measure whose notes are those of no other. */
    private static function oddMeasure(int $number, int $notes = 8): string
    {
        $measure = '';
        for ($note = 0; $note < $notes; ++$note) {
            $measure .= 'DEFGABcdefgab'[($number * 7 + $note * $note * 3 + intdiv($number, 13) * $note) % 13];
        }

        return ($notes > 8 ? preg_replace('/(.)/', '$1/8', $measure) : preg_replace('/(.)/', '$1/', $measure))."|\n";
    }

    private static function dense(int $measures): string
    {
        return self::each(static fn (int $number): string => self::oddMeasure($number, 32), $measures);
    }

    /** @param \Closure(int): string $make */
    private static function each(\Closure $make, int $count): string
    {
        return implode('', array_map($make, range(1, $count)));
    }

    private static function midi(string $events): string
    {
        return "MThd\0\0\0\6\0\0\0\1\1\xe0MTrk".pack('N', \strlen($events) + 4).$events."\0\xff\x2f\0";
    }

    private static function packed(string $content): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'packed');
        $archive = new \ZipArchive();
        $archive->open($file, \ZipArchive::OVERWRITE);
        $archive->addFromString('META-INF/container.xml', '<container><rootfiles><rootfile full-path="a.xml"/></rootfiles></container>');
        $archive->addFromString('a.xml', $content);
        $archive->close();
        $bytes = (string) file_get_contents($file);
        unlink($file);

        return $bytes;
    }

    /** @param int<1, max> $bytes */
    private static function noise(int $bytes): string
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(1));

        return $random->getBytes($bytes);
    }
}
