<?php

declare(strict_types=1);

namespace CoinStair\Core\Format;

use CoinStair\Core\Score\Notice;

/** Names a file that is no score as what it is, with what to do instead (handbook 2). */
final class OtherFile
{
    private const PICTURE = 'This is a picture of notes: nothing in it can be read as music. {instead}';
    private const PDF = 'This is a PDF: pages to look at and to print, nothing in it can be read as music. {instead}';
    private const INSTEAD =
        'Ask whoever made it for the MusicXML file, type the tune, or make an outline of its measures and teach from the book.';
    private const DOCUMENT = 'This is a document of a word processor. If it holds a tune in ABC, copy its lines and paste them here.';
    private const TABLE = 'This is a spreadsheet. If it is the index of a book, save it as CSV and read it in as an index.';
    private const SLIDES = 'This is a presentation: nothing in it can be read as music. {instead}';
    private const SOUND = 'This is a recording: notes are not taken from sound. {instead}';
    private const PAGE =
        'This is a web page. If it shows a tune in ABC, copy its lines and paste them here; else save the file to which it leads.';
    private const NOTATION = 'This is an MEI score. Open it where it was made, save it as MusicXML, and send that.';
    private const FOLDER = 'This is a packed folder. Unpack it, and send the scores in it one by one.';

    /** First bytes, with a point for any byte. */
    private const BEGINNINGS = [
        ['~^.{0,1000}?%PDF-\d~s', self::PDF],
        ['~^(?:\x89PNG\r\n|\xFF\xD8\xFF|GIF8[79]a|RIFF....WEBP|II\*\x00|MM\x00\*|....ftyp(?:heic|heix|mif1|msf1|avif))~s', self::PICTURE],
        ['~^(?:ID3[\x02-\x04]|\xFF[\xF2\xF3\xFB]|RIFF....WAVE|OggS|fLaC|FORM....AIF|....ftyp(?:M4A|mp4|isom|qt))~s', self::SOUND],
        ['~^(?:\{\\\\rtf|\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1)~s', self::DOCUMENT],
        ['~^\s*(?:<\?xml[^>]*>\s*)?(?:<!--.{0,400}?-->\s*)*(?:<!DOCTYPE html|<html\b)~is', self::PAGE],
        ['~^\s*(?:<\?xml[^>]*>\s*)?(?:<!--.{0,400}?-->\s*)*(?:<!DOCTYPE svg[^>]*>\s*)?<svg\b~is', self::PICTURE],
        ['~^\s*(?:<\?(?:xml|xml-model)\b[^>]*>\s*)*<mei\b~is', self::NOTATION],
    ];
    /** Files that are in packed ones, by a name that no packed score has. */
    private const PACKED = [
        'word/document.xml' => self::DOCUMENT,
        'opendocument.text' => self::DOCUMENT,
        'xl/workbook.xml' => self::TABLE,
        'opendocument.spreadsheet' => self::TABLE,
        'ppt/presentation.xml' => self::SLIDES,
        'opendocument.presentation' => self::SLIDES,
    ];

    /** @return Notice|null none if it may be a score */
    public static function told(string $bytes): ?Notice
    {
        $said = str_starts_with($bytes, "PK\x03\x04") ? self::packed($bytes) : self::beginning(substr($bytes, 0, 2048));

        return null === $said ? null : new Notice(0, 0, $said, ['instead' => Notice::word(self::INSTEAD)]);
    }

    private static function beginning(string $start): ?string
    {
        foreach (self::BEGINNINGS as [$pattern, $said]) {
            if (1 === preg_match($pattern, $start)) {
                return $said;
            }
        }

        return null;
    }

    private static function packed(string $bytes): ?string
    {
        foreach (self::PACKED as $name => $said) {
            if (str_contains($bytes, $name)) {
                return $said;
            }
        }

        // What is broken off has no list of its files: it is told by whoever unpacks it.
        $isWhole = str_contains($bytes, "PK\x01\x02");

        return $isWhole && 1 !== preg_match('~\.(?:xml|musicxml)\b~i', $bytes) ? self::FOLDER : null;
    }
}
