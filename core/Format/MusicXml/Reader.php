<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\ReadResult;
use CoinStair\Core\Format\UnreadableFile;

/**
 * Reads MusicXML, partwise or timewise, as one walk over the stream (handbook 2). What an element means is known to the class of its
 * subject: Header, Measures, Attributes, Notes, Tuplets, Directions. Entities are never expanded.
 */
final class Reader
{
    private readonly \XMLReader $xml;
    private readonly Tag $tag;
    private readonly Score $score;
    /** @var array<string, Elements> by name of the element */
    private array $opens = [];
    /** @var array<string, Elements> by name of the element */
    private array $closes = [];

    private function __construct(Limits $limits)
    {
        $this->xml = new \XMLReader();
        $this->tag = new Tag($this->xml);
        $this->score = new Score($limits, $this->tag);
        $tuplets = new Tuplets($this->score);
        $subjects = [
            new Header($this->score),
            new Measures($this->score),
            new Attributes($this->score),
            new Notes($this->score, $tuplets),
            $tuplets,
            new Directions($this->score),
        ];
        foreach ($subjects as $elements) {
            $this->opens += array_fill_keys($elements->opened(), $elements);
            $this->closes += array_fill_keys($elements->closed(), $elements);
        }
    }

    /**
     * @throws UnreadableFile
     */
    public static function read(string $source, ?Limits $limits = null): ReadResult
    {
        // Hundreds of thousands of small objects with no cycles among them: looking for cycles would take longer the more there are.
        $collecting = gc_enabled();
        gc_disable();
        try {
            return (new self($limits ?? Limits::usual()))->score($source);
        } finally {
            if ($collecting) {
                gc_enable();
            }
        }
    }

    private function score(string $source): ReadResult
    {
        if ('' === trim($source)) {
            throw UnreadableFile::because('The file is empty.');
        }
        if (false !== ($at = stripos($source, '<!ENTITY'))) {
            throw UnreadableFile::at(
                substr_count($source, "\n", 0, $at) + 1,
                1,
                'The file defines entities of its own; such files are refused.',
            );
        }
        self::checkTags($source);
        $before = libxml_use_internal_errors(true);
        libxml_clear_errors();
        try {
            if (true !== $this->xml->XML($source, null, \LIBXML_NONET | \LIBXML_COMPACT)) {
                throw UnreadableFile::because('This is no XML file.');
            }
            $this->walk();
            $error = libxml_get_last_error();
            if (false !== $error && $error->level >= \LIBXML_ERR_ERROR) {
                $this->broken($error);
            }

            return $this->score->draft->finish(static fn (int $position): int => self::lineOfMeasure($source, $position));
        } finally {
            $this->xml->close();
            libxml_clear_errors();
            libxml_use_internal_errors($before);
        }
    }

    /** Attributes are compared each with each other by the parser: a tag that has very many is refused before. */
    private static function checkTags(string $source): void
    {
        $long = '/<[A-Za-z][^<>]{'.Limits::TAG.'}/';
        // A quote that is open where its tag seems to end: an attribute with such a sign in it.
        $hidden = '/<[A-Za-z][^<>"]*+(?:"[^"<>]*+"[^<>"]*+)*+"[^"<>]*+>|<[A-Za-z][^<>\']*+(?:\'[^\'<>]*+\'[^<>\']*+)*+\'[^\'<>]*+>/';
        foreach ([$long => 'A tag is longer than {limit} letters.', $hidden => 'An attribute holds the sign ">".'] as $pattern => $why) {
            if (1 === preg_match($pattern, $source, $found, \PREG_OFFSET_CAPTURE)) {
                throw UnreadableFile::at(
                    substr_count($source, "\n", 0, $found[0][1]) + 1,
                    1,
                    $why,
                    ['limit' => (string) Limits::TAG],
                );
            }
        }
    }

    private function walk(): void
    {
        [$xml, $tag, $opens, $closes] = [$this->xml, $this->tag, $this->opens, $this->closes];
        $isRooted = false;
        $text = '';
        while ($xml->read()) {
            switch ($xml->nodeType) {
                case \XMLReader::ELEMENT:
                    $name = $xml->name;
                    if (!$isRooted) {
                        $this->root($name);
                        $isRooted = true;
                    }
                    $text = '';
                    if (isset($opens[$name])) {
                        $isEmpty = ('note' === $name || 'measure' === $name) && $xml->isEmptyElement;
                        $opens[$name]->open($name, $tag);
                        if ($isEmpty) {
                            $closes[$name]->close($name, '');
                        }
                    }
                    break;
                case \XMLReader::TEXT:
                case \XMLReader::CDATA:
                    $text .= $xml->value;
                    break;
                case \XMLReader::END_ELEMENT:
                    $name = $xml->name;
                    if (isset($closes[$name])) {
                        $closes[$name]->close($name, $text);
                    }
                    break;
            }
        }
    }

    private function root(string $name): void
    {
        $this->score->isTimewise = 'score-timewise' === $name;
        if (!$this->score->isTimewise && 'score-partwise' !== $name) {
            throw $this->score->refused(
                'This XML file is no MusicXML score: it begins with <{name}>, expected <score-partwise> or <score-timewise>.',
                ['name' => mb_substr($name, 0, 40)],
            );
        }
    }

    private function broken(\LibXMLError $error): void
    {
        $draft = $this->score->draft;
        $measures = \count($draft->measures);
        $isInMeasure = null !== $this->score->measure;
        $parameters = ['reason' => trim($error->message)];
        if (0 === $measures || (1 === $measures && $isInMeasure)) {
            throw UnreadableFile::at($error->line, max(1, $error->column), 'The XML is broken here: {reason}', $parameters);
        }
        $draft->notice(
            $error->line,
            max(1, $error->column),
            'The XML is broken here: {reason} What stands before was read.',
            $parameters,
        );
        $part = $isInMeasure ? $this->score->onlyPart() : null;
        if (null !== $part) {
            array_pop($draft->measures);
            unset($part->part->measures[\count($draft->measures)]);
        }
    }

    /** Line of a measure's first tag; looked up only for a notice. */
    private static function lineOfMeasure(string $source, int $position): int
    {
        preg_match_all('/<measure\b/', $source, $matches, \PREG_OFFSET_CAPTURE);

        return isset($matches[0][$position]) ? substr_count($source, "\n", 0, (int) $matches[0][$position][1]) + 1 : 0;
    }
}
