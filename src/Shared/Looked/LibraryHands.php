<?php

declare(strict_types=1);

namespace App\Shared\Looked;

use App\Shared\Entity\SchoolClass;
use CoinStair\Core\Hands\HandPolicies;
use CoinStair\Core\Memory\Fingerprint;

/**
 * In whose hands a library is looked through: those of a class, or of a year of playing. Tells from what the facts and the skills of each
 * piece follow.
 *
 * @phpstan-import-type Outline from LibraryNeeds
 */
final readonly class LibraryHands
{
    /**
     * @param SchoolClass|null   $class     none: only what was set for all classes counts
     * @param array<int, string> $set       state of what is set of the notes of each piece, by its id
     * @param array<int, true>   $own       pieces of whose notes the class has something of its own, by id
     * @param string             $rules     version of the core
     * @param string             $catalogue what tells the catalogue from any other
     */
    public function __construct(
        public HandPolicies $policies,
        public ?SchoolClass $class,
        private array $set,
        private array $own,
        private string $rules,
        private string $catalogue,
    ) {
    }

    /** Where what is found in a piece is kept: the same for all classes that play with the same hands, unless one set something itself. */
    public function played(int $piece): string
    {
        return $this->key(isset($this->own[$piece]) ? (int) $this->class?->getId() : 0);
    }

    /** @return list<string> all places where something is kept for these hands */
    public function allPlayed(): array
    {
        return [$this->key(0), ...[] === $this->own ? [] : [$this->key((int) $this->class?->getId())]];
    }

    /** @param Outline $row */
    public function factsOf(array $row): string
    {
        return self::hashed($this->facts($row));
    }

    /** @param Outline $row */
    public function needsOf(array $row): string
    {
        return self::hashed($this->facts($row)->with('catalogue', $this->catalogue));
    }

    /** Something is set of the notes of a piece. */
    public function isSet(int $piece): bool
    {
        return '' !== ($this->set[$piece] ?? '');
    }

    /** @param Outline $row */
    private function facts(array $row): Fingerprint
    {
        return Fingerprint::of('facts')
            ->with('rules', $this->rules)
            ->with('policies', $this->policies->fingerprint())
            ->with('score', $row['scoreHash'])
            ->with('goal', $row['goalTempo'])
            ->with('set', $this->set[$row['id']] ?? '');
    }

    private function key(int $class): string
    {
        return hash('xxh128', $this->policies->fingerprint().' '.$class);
    }

    private static function hashed(Fingerprint $of): string
    {
        return substr($of->key(), -32);
    }
}
