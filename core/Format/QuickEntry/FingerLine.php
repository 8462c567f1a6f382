<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\QuickEntry;

use CoinStair\Core\Format\Abc\KeyField;
use CoinStair\Core\LeftHand\FirstPosition;
use CoinStair\Core\LeftHand\OpenString;
use CoinStair\Core\LeftHand\Placement;
use CoinStair\Core\Score\Instrument;
use CoinStair\Core\Score\Key;
use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Pitch;
use CoinStair\Core\Score\Refusal;

/**
 * Turns a line of strings and fingers into ABC, token by token, and remembers which token each piece of it came from (handbook 2).
 *
 * `G1` is the first finger on G; `l`, `h`, `x` and `n` before the finger say low, high, stretched, natural; `:2` after it is the length;
 * a string letter is left out while it stays the same. Since `(3` is a slur on the third finger, a triplet is `t3`, or `t3:2:3` at length.
 * All else is as in letters.
 */
final class FingerLine
{
    private const TOKEN = '/\G(?<string>[CGDAE])?(?<placement>[lhxn])?(?<finger>[0-4])(?::(?<length>\d{0,3}(?:\/\d{0,3})?))?/';
    private const PLACEMENTS = ['l' => Placement::Low, 'h' => Placement::High, 'x' => Placement::Stretched, 'n' => Placement::Natural];
    /** Endings and fields are taken as they stand, with what belongs to them. */
    private const AS_IT_IS = '/\G(?:\[[A-Za-z]:[^\]]*\]|(?:\[|:*\|[:|\]]*\[?)\d[\d,\-]*(?=\s|$)|![^!]*!|"[^"]*"'
        .'|z(?::?(?<length>\d{0,3}(?:\/\d{0,3})?))|[^A-Za-z0-9])/';

    private string $abc = '';
    /** @var list<int> column of the typed text, from 1, for each byte of the ABC */
    private array $columns = [];
    /** @var list<Problem> */
    private array $problems = [];

    private function __construct(private readonly Instrument $instrument, private Key $key, private ?OpenString $string)
    {
    }

    /**
     * @return array{string, list<int>, list<Problem>, OpenString|null} ABC, typed column of each of its bytes, problems, the string that
     *                                                                  holds on
     */
    public static function translate(string $text, int $line, Instrument $instrument, Key $key, ?OpenString $string): array
    {
        $self = new self($instrument, $key, $string);
        $self->run($text, $line);

        return [$self->abc, $self->columns, $self->problems, $self->string];
    }

    private function run(string $text, int $line): void
    {
        $length = \strlen($text);
        for ($at = 0; $at < $length;) {
            $column = mb_strlen(substr($text, 0, $at)) + 1;
            if (1 === preg_match('/\Gt(\d(?::\d*)*)\s*/', $text, $match, 0, $at)) {
                $this->put('('.$match[1], $column);
            } elseif (1 === preg_match(self::AS_IT_IS, $text, $match, 0, $at)) {
                $this->put('z' === $match[0][0] ? 'z'.($match['length'] ?? '') : $match[0], $column);
                $this->followKey($match[0]);
            } elseif (1 === preg_match(self::TOKEN, $text, $match, 0, $at)) {
                $this->finger($match, $column, $line);
            } elseif (1 === preg_match('/\G[uv.](?=[\S])/', $text, $match, 0, $at)) {
                $this->put($match[0], $column);
            } else {
                preg_match('/\G[^\s|]+/', $text, $match, 0, $at);
                $word = '' === ($match[0] ?? '') ? $text[$at] : $match[0];
                $match = [$word];
                $this->problems[] = new Problem(
                    $line,
                    $column,
                    mb_strlen($word),
                    new Notice($line, $column, '"{text}" is no finger; one such as G1, Dl2 or 3:2 was expected.', [
                        'text' => mb_substr($word, 0, 20),
                    ]),
                );
            }
            $at += \strlen($match[0]);
        }
    }

    /** @param array<array-key, string> $match */
    private function finger(array $match, int $column, int $line): void
    {
        $token = $match[0];
        if ('' !== ($match['string'] ?? '')) {
            $named = OpenString::named($this->instrument, $match['string']);
            if (null === $named) {
                $this->problems[] = new Problem(
                    $line,
                    $column,
                    \strlen($token),
                    new Notice($line, $column, 'The {instrument} has no {string} string.', [
                        'instrument' => Notice::word($this->instrument->value),
                        'string' => $match['string'],
                    ]),
                );

                return;
            }
            $this->string = $named;
        }
        if (null === $this->string) {
            $this->problems[] = new Problem(
                $line,
                $column,
                \strlen($token),
                new Notice($line, $column, 'The first finger needs its string, as in D{token}.', ['token' => $token]),
            );

            return;
        }
        try {
            $pitch = FirstPosition::pitch(
                $this->instrument,
                $this->string,
                (int) $match['finger'],
                self::PLACEMENTS[$match['placement'] ?? ''] ?? null,
                $this->key,
            );
        } catch (Refusal $refusal) {
            $this->problems[] = new Problem($line, $column, \strlen($token), $refusal->notice->at($line, $column));

            return;
        }
        $string = '' === ($match['string'] ?? '') ? '' : '"_sul '.$this->string->letter.'"';
        $this->put($string.'!'.$match['finger'].'!'.self::abcPitch($pitch).($match['length'] ?? ''), $column);
    }

    private function followKey(string $field): void
    {
        if (1 === preg_match('/^\[K:([^\]]*)\]$/', $field, $match)) {
            try {
                $this->key = KeyField::parse($match[1]) ?? $this->key;
            } catch (\InvalidArgumentException) {
                // The ABC reader tells it.
            }
        }
    }

    private function put(string $abc, int $column): void
    {
        $this->abc .= $abc;
        array_push($this->columns, ...array_fill(0, \strlen($abc), $column));
    }

    /** A pitch in letters, always with its sign, so that no earlier one in the measure matters. */
    public static function abcPitch(Pitch $pitch): string
    {
        $sign = [-2 => '__', -1 => '_', 0 => '=', 1 => '^', 2 => '^^'][$pitch->alteration] ?? '';

        return $sign.
            ($pitch->octave >= 5
                ? strtolower($pitch->letter).str_repeat("'", $pitch->octave - 5)
                : $pitch->letter.str_repeat(',', 4 - $pitch->octave));
    }
}
