<?php

declare(strict_types=1);

namespace CoinStair\Core\Skill\Rule;

use CoinStair\Core\Score\Notice;
use CoinStair\Core\Score\Refusal;

/**
 * Reads a rule as people write it: `finger(A, 2, low)`, `slur(4+)`, `all(key(1-sharp), none(form(repeat)))`, `at-least(3, crossing(2))`.
 * A parameter can be named: `rhythm(quarter, dotted: yes)`. What is wrong is told with the word, its column and what was expected.
 */
final class RuleParser
{
    private const LONGEST = 1000;
    private const DEEPEST = 6;
    private const MOST_BLOCKS = 40;
    private const MOST_TIMES = 999;
    private const TOKEN = '/\G\s*([(),:]|[^\s(),:]+)/u';

    /** @var list<array{string, int}> word or sign, and its column from 1 */
    private array $tokens = [];
    private int $at = 0;
    private int $blocks = 0;

    private function __construct(private readonly int $end)
    {
    }

    /** @throws Refusal with the column of the word that is not understood */
    public static function read(string $typed): Rule
    {
        $typed = mb_scrub(trim($typed), 'UTF-8');
        if ('' === $typed) {
            throw self::refuse('A rule is missing; expected a building block such as {example}.', 1, [
                'example' => Block::Finger->example(),
            ]);
        }
        if (mb_strlen($typed) > self::LONGEST) {
            throw self::refuse('The rule is longer than {longest} characters.', self::LONGEST, ['longest' => (string) self::LONGEST]);
        }
        $self = new self(mb_strlen($typed) + 1);
        $offset = 0;
        while (1 === preg_match(self::TOKEN, $typed, $match, \PREG_OFFSET_CAPTURE, $offset)) {
            $self->tokens[] = [$match[1][0], mb_strlen(substr($typed, 0, $match[1][1])) + 1];
            $offset = $match[0][1] + \strlen($match[0][0]);
        }
        $rule = $self->rule(0);
        if (null !== $self->word()) {
            throw $self->refuseHere('"{word}" is left over after the end of the rule.');
        }

        return $rule;
    }

    private function rule(int $depth): Rule
    {
        if ($depth > self::DEEPEST) {
            throw $this->refuseHere('The rule goes deeper than {deepest} levels.', ['deepest' => (string) self::DEEPEST]);
        }
        $word = $this->word();
        $how = How::tryFrom((string) $word);
        $block = Block::tryFrom((string) $word);
        if (null === $word || (null === $how && null === $block)) {
            throw $this->refuseHere('"{word}" is no building block; expected one of: {expected}.', [
                'expected' => implode(', ', [...array_column(Block::cases(), 'value'), ...array_column(How::cases(), 'value')]),
            ]);
        }
        ++$this->at;

        return null === $how ? $this->block($block) : $this->several($how, $depth);
    }

    private function several(How $how, int $depth): Several
    {
        $this->expect('(');
        $times = 1;
        if (How::AtLeast === $how) {
            $word = (string) $this->word();
            if (1 !== preg_match('/^[1-9]\d{0,2}$/D', $word) || (int) $word > self::MOST_TIMES) {
                throw $this->refuseHere('"{word}" is no number of times for at-least; expected a number such as 3.');
            }
            $times = (int) $word;
            ++$this->at;
            $this->expect(',');
        }
        $rules = [$this->rule($depth + 1)];
        while (',' === $this->word()) {
            ++$this->at;
            $rules[] = $this->rule($depth + 1);
        }
        $this->expect(')');

        return Several::of($how, $rules, $times);
    }

    private function block(Block $block): BlockRule
    {
        if (++$this->blocks > self::MOST_BLOCKS) {
            throw $this->refuseHere('The rule has more than {most} building blocks.', ['most' => (string) self::MOST_BLOCKS]);
        }
        $parameters = $block->parameters();
        $typed = [];
        $next = 0;
        if ('(' === $this->word()) {
            ++$this->at;
            while (')' !== $this->word()) {
                [$index, $value] = $this->argument($block, $parameters, $next);
                if (isset($typed[$index])) {
                    --$this->at;
                    throw $this->refuseHere('{block} has its {parameter} twice.', [
                        'block' => $block->value,
                        'parameter' => $parameters[$index]->name,
                    ]);
                }
                $typed[$index] = $value;
                $next = $index + 1;
                if (')' !== $this->word()) {
                    $this->expect(',', ', or )');
                }
            }
            ++$this->at;
        }
        $values = [];
        foreach ($parameters as $index => $parameter) {
            $values[] = $typed[$index] ?? $parameter->usual ?? throw $this->refuseHere(
                '{block} needs its {parameter}; expected {expected}.',
                ['block' => $block->value, 'parameter' => $parameter->name, 'expected' => $parameter->expected()],
            );
        }

        return BlockRule::of($block, $values);
    }

    /**
     * @param non-empty-list<Parameter> $parameters
     * @param int                       $next       parameter that is meant where none is named
     *
     * @return array{int, string} number of the parameter, and what is written for it
     */
    private function argument(Block $block, array $parameters, int $next): array
    {
        $names = array_map(static fn (Parameter $parameter): string => $parameter->name, $parameters);
        if (':' === ($this->tokens[$this->at + 1][0] ?? '')) {
            $named = array_search($this->word(), $names, true);
            if (false === $named) {
                throw $this->refuseHere('{block} has no "{word}"; expected one of: {expected}.', [
                    'block' => $block->value,
                    'expected' => implode(', ', $names),
                ]);
            }
            $next = $named;
            $this->at += 2;
        }
        $parameter = $parameters[$next] ?? null;
        $word = $this->word();
        if (null === $parameter) {
            throw $this->refuseHere('"{word}" is too much for {block}; it takes {expected}.', [
                'block' => $block->value,
                'expected' => implode(', ', $names),
            ]);
        }
        if (null === $word || !$parameter->takes($word)) {
            throw $this->refuseHere('"{word}" is no {parameter} of {block}; expected {expected}.', [
                'parameter' => $parameter->name,
                'block' => $block->value,
                'expected' => $parameter->expected(),
            ]);
        }
        ++$this->at;

        return [$next, $word];
    }

    private function expect(string $sign, string $told = ''): void
    {
        if ($sign !== $this->word()) {
            throw $this->refuseHere('"{word}" stands where {sign} was expected.', ['sign' => '' === $told ? $sign : $told]);
        }
        ++$this->at;
    }

    private function word(): ?string
    {
        return $this->tokens[$this->at][0] ?? null;
    }

    /** @param array<string, string|Notice> $parameters */
    private function refuseHere(string $template, array $parameters = []): Refusal
    {
        return self::refuse($template, $this->tokens[$this->at][1] ?? $this->end, $parameters + ['word' => $this->word() ?? '…']);
    }

    /** @param array<string, string|Notice> $parameters */
    private static function refuse(string $template, int $column, array $parameters): Refusal
    {
        return Refusal::told(new Notice(1, $column, $template, $parameters));
    }
}
