<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Midi;

use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\PieceDraft;
use CoinStair\Core\Format\ReadResult;
use CoinStair\Core\Format\UnreadableFile;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Meter;
use CoinStair\Core\Score\Ticks;

/**
 * Reads a Standard MIDI File as rough lines (handbook 2): what is played is rounded to sixteenths and triplets, one line a track.
 */
final class Reader
{
    private const MAX_TRACKS = 64;
    private const MAX_QUARTERS = 4_000;
    private const DRUMS = 9;

    private PieceDraft $draft;
    private int $division = 480;
    /** @var array<string, Track> by number of track and channel */
    private array $tracks = [];
    /** @var array<int, Meter> by tick of the file */
    private array $meters = [];
    private ?Key $key = null;

    private function __construct(Limits $limits)
    {
        $this->draft = new PieceDraft($limits);
    }

    /**
     * @throws UnreadableFile
     */
    public static function read(string $bytes, ?Limits $limits = null): ReadResult
    {
        return (new self($limits ?? Limits::usual()))->file(new Stream($bytes));
    }

    private function file(Stream $stream): ReadResult
    {
        if ('MThd' !== $stream->text(4)) {
            throw UnreadableFile::because('This is no MIDI file.');
        }
        $header = $stream->part($stream->number(4));
        $format = $header->number(2);
        $count = $header->number(2);
        $this->division = $header->number(2);
        if (0 === $this->division || $this->division >= 0x8000) {
            throw UnreadableFile::because('The MIDI file counts time in film frames; one that counts in quarter notes was expected.');
        }
        if ($format > 1) {
            $this->draft->notice(0, 0, 'The MIDI file holds several songs; they were read as parts of one.');
        }
        for ($track = 0; $track < min($count, self::MAX_TRACKS) && !$stream->isAtEnd(); ++$track) {
            $name = $stream->text(4);
            $length = $stream->isAtEnd() ? 0 : $stream->number(4);
            if ('MTrk' === $name) {
                $this->track($track, $stream->part($length));
            } else {
                $stream->part($length);
            }
        }
        $this->draft->notice(
            0,
            0,
            'MIDI tells when keys go down, not how music is written: lengths were rounded to sixteenths and triplets, and spellings '
                .'guessed. Check the line.',
        );
        $lines = array_values(array_filter($this->tracks, static fn (Track $track): bool => [] !== $track->notes));
        if ([] === $lines) {
            throw UnreadableFile::because('The file holds no notes.');
        }
        ksort($this->meters);
        (new Quantiser($this->draft, $this->division, $this->meters, $this->key ?? Key::of(0)))->fill($lines);

        return $this->draft->finish();
    }

    private function track(int $number, Stream $stream): void
    {
        $time = 0;
        $status = 0;
        $name = '';
        try {
            while (!$stream->isAtEnd()) {
                $time += $stream->variable();
                if ($time > self::MAX_QUARTERS * $this->division) {
                    throw UnreadableFile::because(
                        'The MIDI file is longer than {limit} quarter notes.',
                        ['limit' => (string) self::MAX_QUARTERS],
                    );
                }
                if ($stream->peek() >= 0x80) {
                    $status = $stream->byte();
                }
                match (true) {
                    0xFF === $status => $this->meta($stream->byte(), $stream->text($stream->variable()), $time, $name),
                    0xF0 === $status, 0xF7 === $status => $stream->text($stream->variable()),
                    $status >= 0x80 && $status < 0xF0 => $this->message($number, $status, $stream, $time),
                    default => throw self::damaged($number + 1),
                };
            }
        } catch (UnreadableFile $damage) {
            if ([] === $this->tracks) {
                throw $damage;
            }
            $this->draft->notice(0, 0, 'Track {track} is damaged; what stands before was read.', ['track' => (string) ($number + 1)]);
        }
        foreach ($this->tracks as $key => $track) {
            if (str_starts_with($key, $number.' ')) {
                $track->close($time);
                $track->name = mb_substr(mb_convert_encoding(trim($name), 'UTF-8', 'UTF-8'), 0, 60);
            }
        }
    }

    private function message(int $number, int $status, Stream $stream, int $time): void
    {
        $kind = $status & 0xF0;
        $first = $stream->byte();
        $second = 0xC0 === $kind || 0xD0 === $kind ? 0 : $stream->byte();
        $channel = $status & 0x0F;
        if (self::DRUMS === $channel || (0x90 !== $kind && 0x80 !== $kind)) {
            return;
        }
        $this->draft->countNote();
        $track = $this->tracks[$number.' '.$channel] ??= new Track();
        if (0x90 === $kind && $second > 0) {
            $track->start($first & 0x7F, $time);
        } else {
            $track->stop($first & 0x7F, $time);
        }
    }

    private function meta(int $type, string $data, int $time, string &$name): void
    {
        $bytes = '' === $data ? [] : array_map(\ord(...), str_split($data));
        if (0x03 === $type && '' === $name) {
            $name = $data;
            $this->draft->title =
                '' === $this->draft->title ? mb_substr(mb_convert_encoding(trim($data), 'UTF-8', 'UTF-8'), 0, 200) : $this->draft->title;
        } elseif (0x51 === $type && \count($bytes) >= 3 && null === $this->draft->goalTempo) {
            $micros = ($bytes[0] << 16) | ($bytes[1] << 8) | $bytes[2];
            if ($micros > 0) {
                $this->draft->goalTempo = max(20, min(400, (int) round(60_000_000 / $micros)));
                $this->draft->beatTicks = Ticks::PER_QUARTER;
            }
        } elseif (0x58 === $type && \count($bytes) >= 2) {
            try {
                $this->meters[$time] = Meter::of($bytes[0], 2 ** min(6, $bytes[1]));
            } catch (\InvalidArgumentException) {
                $this->draft->notice(0, 0, 'A meter of the MIDI file is not understood.');
            }
        } elseif (0x59 === $type && \count($bytes) >= 2 && null === $this->key) {
            $fifths = $bytes[0] > 127 ? $bytes[0] - 256 : $bytes[0];
            $this->key = abs($fifths) <= 7 ? Key::of($fifths, 1 === $bytes[1] ? 'minor' : 'major') : null;
        }
    }

    private static function damaged(int $track): UnreadableFile
    {
        return UnreadableFile::because('The MIDI file is damaged in track {track}.', ['track' => (string) $track]);
    }
}
