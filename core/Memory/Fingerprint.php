<?php

declare(strict_types=1);

namespace CoinStair\Core\Memory;

/**
 * All that a result follows from, each input under its name. Equal fingerprints mean equal results, so a result may be kept under its
 * fingerprint for ever: it can be forgotten, but never be stale.
 */
final readonly class Fingerprint
{
    /** @param array<string, string> $inputs as JSON, by name */
    private function __construct(public string $what, private array $inputs)
    {
    }

    /** @param string $what is reckoned: one word of lower-case letters and hyphens */
    public static function of(string $what): self
    {
        if (1 !== preg_match('/^[a-z-]+$/', $what)) {
            throw new \InvalidArgumentException(\sprintf('"%s" does not name a result.', $what));
        }

        return new self($what, []);
    }

    /**
     * With one more input. What is no scalar tells its state as JSON.
     *
     * @param string|int|float|bool|array<array-key, mixed>|\BackedEnum|\JsonSerializable|null $value
     *
     * @throws \LogicException if there is an input of this name already
     */
    public function with(string $input, string|int|float|bool|array|\BackedEnum|\JsonSerializable|null $value): self
    {
        if (isset($this->inputs[$input])) {
            throw new \LogicException(\sprintf('The input "%s" of %s is named twice.', $input, $this->what));
        }

        return new self($this->what, $this->inputs + [$input => json_encode($value, \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION)]);
    }

    /**
     * Another result that follows from the same.
     *
     * @param string $what is reckoned: one word of lower-case letters and hyphens
     */
    public function for(string $what): self
    {
        return new self(self::of($what)->what, $this->inputs);
    }

    /** @return array<string, string> each input as JSON, by name */
    public function inputs(): array
    {
        return $this->inputs;
    }

    /** Letters, digits, hyphens and one point: the same for the same inputs, in whatever order they were named. */
    public function key(): string
    {
        $inputs = $this->inputs;
        ksort($inputs);

        return $this->what.'.'.hash('xxh128', json_encode($inputs, \JSON_THROW_ON_ERROR));
    }
}
