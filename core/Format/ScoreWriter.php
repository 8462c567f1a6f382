<?php

declare(strict_types=1);

namespace CoinStair\Core\Format;

use CoinStair\Core\Format\Abc\Writer as AbcWriter;
use CoinStair\Core\Format\Midi\Writer as MidiWriter;
use CoinStair\Core\Format\MusicXml\Packed;
use CoinStair\Core\Format\MusicXml\Writer as MusicXmlWriter;
use CoinStair\Core\Score\Piece;
use CoinStair\Core\Sound\Performance;

/** The formats in which a piece is given out. */
enum ScoreWriter: string
{
    case Abc = 'abc';
    case MusicXml = 'musicxml';
    case Mxl = 'mxl';
    case Midi = 'midi';

    /**
     * @param Performance|null $played what MIDI plays, as printed at the piece's tempo if none is given; the other formats keep the road
     *                                 map as it is
     */
    public function write(Piece $piece, ?Performance $played = null): string
    {
        return match ($this) {
            self::Abc => AbcWriter::write($piece),
            self::MusicXml => MusicXmlWriter::write($piece),
            self::Mxl => Packed::pack(MusicXmlWriter::write($piece)),
            self::Midi => MidiWriter::write($played ?? Performance::read($piece)),
        };
    }

    public function ending(): string
    {
        return self::Midi === $this ? 'mid' : $this->value;
    }

    public function mediaType(): string
    {
        return match ($this) {
            self::Abc => 'text/vnd.abc; charset=utf-8',
            self::MusicXml => 'application/vnd.recordare.musicxml+xml',
            self::Mxl => 'application/vnd.recordare.musicxml',
            self::Midi => 'audio/midi',
        };
    }
}
