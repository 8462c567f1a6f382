<?php

declare(strict_types=1);

namespace CoinStair\Core\Format;

use CoinStair\Core\Form\Reading;
use CoinStair\Core\Form\TempoProposal;
use CoinStair\Core\Form\Unfolding;
use CoinStair\Core\Format\Abc\Writer as AbcWriter;
use CoinStair\Core\Format\Midi\Writer as MidiWriter;
use CoinStair\Core\Format\MusicXml\Packed;
use CoinStair\Core\Format\MusicXml\Writer as MusicXmlWriter;
use CoinStair\Core\Practice\CountIn;
use CoinStair\Core\Practice\Performance;
use CoinStair\Core\Score\Piece;

/** The formats in which a piece is given out. */
enum ScoreWriter: string
{
    case Abc = 'abc';
    case MusicXml = 'musicxml';
    case Mxl = 'mxl';
    case Midi = 'midi';

    /**
     * @param Reading  $reading of the road map that MIDI plays; the other formats keep the map as it is
     * @param int|null $tempo   beats a minute of MIDI; the piece's goal tempo if none is given
     */
    public function write(Piece $piece, Reading $reading = Reading::Printed, ?int $tempo = null): string
    {
        return match ($this) {
            self::Abc => AbcWriter::write($piece),
            self::MusicXml => MusicXmlWriter::write($piece),
            self::Mxl => Packed::pack(MusicXmlWriter::write($piece)),
            self::Midi => MidiWriter::write(self::performance($piece, $reading, $tempo ?? $piece->goalTempo ?? TempoProposal::of($piece)->tempo)),
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

    private static function performance(Piece $piece, Reading $reading, int $tempo): Performance
    {
        return Performance::of($piece, Unfolding::of($piece, $reading), $tempo, CountIn::ticks($piece, $piece->start(), $tempo));
    }
}
