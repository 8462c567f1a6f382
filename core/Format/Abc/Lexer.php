<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\Abc;

use CoinStair\Core\Format\Limits;
use CoinStair\Core\Format\UnreadableFile;

/** Takes a line of music apart into its signs. What they mean is not asked here. */
final readonly class Lexer
{
    private const NOTE = '/\G(\^\^|\^|__|_|=)?((?<=[\^_])\d*\/?\d*)?([A-Ga-g])([,\']*)(\d*\/*\d*)/';
    private const FIELD = '/\G\[\s*([A-Za-z]):([^\]]*)\]/';
    private const ENDING = '/\G\[(\d[\d,\-]*)/';
    private const BAR = '/\G(?<colons>:*)(?:\|\]|\|\||\[\||\|)(?<after>:*)\]?(?:(?<ending>\d[\d,\-]*))?|\G::(?<ending2>\d[\d,\-]*)?/';
    private const REST = '/\G([zxZX])(\d*\/*\d*)/';
    private const TUPLET = '/\G\((\d)(?::(\d*))?(?::(\d*))?/';
    /** At most so many notes and marks: a bracket that is never closed is not looked through again and again. */
    private const CHORD = '/\G\[((?:[^\]"|]|"[^"]{0,80}"){0,400})\](\d*\/*\d*)/';
    private const SPACE = " \t`\\";
    private const EXPECTED = 'A closing {sign} was expected.';

    public function __construct(private Line $line, private Symbols $symbols)
    {
    }

    /**
     * @return \Generator<int, Token>
     *
     * @throws UnreadableFile if a group has too many grace notes
     */
    public function tokens(): \Generator
    {
        $text = $this->line->text;
        $length = \strlen($text);
        for ($at = 0; $at < $length;) {
            $at += strspn($text, self::SPACE, $at);
            if ($at >= $length) {
                return;
            }
            if ('y' === $text[$at] && !$this->symbols->has('y')) {
                ++$at;
                continue;
            }
            [$token, $at] = $this->token($text[$at], $at);
            if (null !== $token) {
                yield $token;
            }
        }
    }

    /** @return array{Token|null, int} with the place behind it */
    private function token(string $sign, int $at): array
    {
        $text = $this->line->text;
        if (1 === preg_match(self::NOTE, $text, $match, 0, $at)) {
            return [self::note($match, $at), $at + \strlen($match[0])];
        }

        return match (true) {
            '[' === $sign => $this->bracket($at),
            '|' === $sign, ':' === $sign => $this->bar($at) ?? $this->sign($sign, $at),
            1 === preg_match(self::REST, $text, $match, 0, $at) => [
                new Token(TokenKind::Rest, $at, [$match[1], $match[2]]),
                $at + \strlen($match[0]),
            ],
            '(' === $sign => $this->parenthesis($at),
            default => $this->sign($sign, $at),
        };
    }

    /** @param array<int, string> $match of NOTE */
    private static function note(array $match, int $at): Token
    {
        return new Token(TokenKind::Note, $at, [$match[1], $match[2], $match[3], $match[4], $match[5]]);
    }

    /** @return array{Token, int} a field, an ending, a bar line, or a chord */
    private function bracket(int $at): array
    {
        $text = $this->line->text;
        if (1 === preg_match(self::FIELD, $text, $match, 0, $at)) {
            return [new Token(TokenKind::Field, $at, [$match[1], trim($match[2])]), $at + \strlen($match[0])];
        }
        if (1 === preg_match(self::ENDING, $text, $match, 0, $at)) {
            return [new Token(TokenKind::Ending, $at, [$match[1]]), $at + \strlen($match[0])];
        }

        return $this->bar($at) ?? $this->chord($at);
    }

    /** @return array{Token, int}|null */
    private function bar(int $at): ?array
    {
        if (1 !== preg_match(self::BAR, $this->line->text, $match, \PREG_UNMATCHED_AS_NULL, $at)) {
            return null;
        }
        $sign = (string) $match[0];
        $isBoth = null === $match['colons'];
        $parts = [
            $sign,
            $isBoth ? ':' : $match['colons'],
            $isBoth || '' !== ($match['after'] ?? '') ? ':' : '',
            $match['ending'] ?? ($match['ending2'] ?? ''),
        ];

        return [new Token(TokenKind::Bar, $at, $parts), $at + \strlen($sign)];
    }

    /** @return array{Token, int} a tuplet, or the start of a slur */
    private function parenthesis(int $at): array
    {
        return 1 === preg_match(self::TUPLET, $this->line->text, $match, 0, $at)
            ? [new Token(TokenKind::Tuplet, $at, [$match[1], $match[2] ?? '', $match[3] ?? '']), $at + \strlen($match[0])]
            : [new Token(TokenKind::SlurStart, $at), $at + 1];
    }

    /** @return array{Token, int} */
    private function sign(string $sign, int $at): array
    {
        return match ($sign) {
            ')' => [new Token(TokenKind::SlurStop, $at), $at + 1],
            '-' => [new Token(TokenKind::Tie, $at), $at + 1],
            '&' => [new Token(TokenKind::Overlay, $at), $at + 1],
            '>', '<' => $this->broken($sign, $at),
            '{' => $this->graces($at),
            '!', '+' => $this->decoration($sign, $at),
            '"' => $this->annotation($at),
            default => $this->symbol($sign, $at),
        };
    }

    /** @return array{Token, int} */
    private function broken(string $sign, int $at): array
    {
        $count = strspn($this->line->text, $sign, $at);

        return [new Token(TokenKind::Broken, $at, [str_repeat($sign, $count)]), $at + $count];
    }

    /** @return array{Token, int} */
    private function decoration(string $sign, int $at): array
    {
        $end = $this->line->next($sign, $at + 1);

        return false === $end
            ? [self::problem($at, self::EXPECTED, $sign), $at + 1]
            : [new Token(TokenKind::Decoration, $at, [substr($this->line->text, $at + 1, $end - $at - 1)]), $end + 1];
    }

    /** @return array{Token, int} */
    private function annotation(int $at): array
    {
        $text = $this->line->text;
        $end = strpos($text, '"', $at + 1);

        return false === $end
            ? [self::problem($at, self::EXPECTED, '"'), \strlen($text)]
            : [new Token(TokenKind::Annotation, $at, [substr($text, $at + 1, $end - $at - 1)]), $end + 1];
    }

    /** @return array{Token, int} a sign that stands for a decoration, or one that nobody knows */
    private function symbol(string $sign, int $at): array
    {
        if ($this->symbols->has($sign)) {
            return [new Token(TokenKind::Decoration, $at, [$this->symbols->of($sign)]), $at + 1];
        }
        $letter = mb_substr(substr($this->line->text, $at, 4), 0, 1);

        return [
            self::problem($at, '"{sign}" is no ABC sign that is known here; it was left out.', $letter),
            $at + max(1, \strlen($letter)),
        ];
    }

    /** @return array{Token, int} */
    private function chord(int $at): array
    {
        $text = $this->line->text;
        if (false === $this->line->next(']', $at) || 1 !== preg_match(self::CHORD, $text, $match, 0, $at)) {
            return [self::problem($at, 'A closing ] was expected.'), $at + 1];
        }
        $inside = [];
        $tie = '';
        for ($place = $at + 1, $end = $place + \strlen($match[1]); $place < $end;) {
            $sign = $text[$place];
            if (1 === preg_match(self::NOTE, $text, $note, 0, $place)) {
                $inside[] = self::note($note, $place);
                $place += \strlen($note[0]);
            } elseif (('!' === $sign || '"' === $sign) && false !== ($close = $this->line->next($sign, $place + 1))) {
                $kind = '!' === $sign ? TokenKind::Decoration : TokenKind::Annotation;
                $inside[] = new Token($kind, $place, [substr($text, $place + 1, $close - $place - 1)]);
                $place = $close + 1;
            } else {
                $tie = '-' === $sign ? '-' : $tie;
                ++$place;
            }
        }

        return [new Token(TokenKind::Chord, $at, [$match[2], $tie], $inside), $at + \strlen($match[0])];
    }

    /**
     * @return array{Token, int}
     *
     * @throws UnreadableFile
     */
    private function graces(int $at): array
    {
        $text = $this->line->text;
        $end = $this->line->next('}', $at);
        if (false === $end) {
            return [self::problem($at, 'A closing } was expected.'), $at + 1];
        }
        if ($end - $at > 8 * Limits::GRACES) {
            throw UnreadableFile::at($this->line->number, $this->line->column($at), 'A group has more than {limit} grace notes.', [
                'limit' => (string) Limits::GRACES,
            ]);
        }
        $inside = $chord = [];
        $isChord = false;
        for ($place = $at + 1; $place < $end; ++$place) {
            if ('[' === $text[$place] || ']' === $text[$place]) {
                $inside = [] === $chord ? $inside : [...$inside, new Token(TokenKind::Chord, $place, [], $chord)];
                $chord = [];
                $isChord = '[' === $text[$place];
            } elseif (1 === preg_match(self::NOTE, $text, $match, 0, $place)) {
                $note = self::note($match, $place);
                if ($isChord) {
                    $chord[] = $note;
                } else {
                    $inside[] = $note;
                }
                $place += \strlen($match[0]) - 1;
            }
        }
        $inside = [] === $chord ? $inside : [...$inside, new Token(TokenKind::Chord, $end, [], $chord)];

        return [new Token(TokenKind::Graces, $at, [], $inside), $end + 1];
    }

    private static function problem(int $at, string $template, string $sign = ''): Token
    {
        return new Token(TokenKind::Problem, $at, [$template, $sign]);
    }
}
