<?php

declare(strict_types=1);

namespace App\Shared\Facts;

use App\Shared\Entity\SchoolClass;
use App\Shared\Looked\LibraryNeeds;
use App\Shared\Repository\PieceRepository;
use CoinStair\Core\Skill\Needs;
use Symfony\Contracts\Service\ResetInterface;

/** What the pieces of a book ask for that a class is told to have played. Looked up once in a request. */
final class NeedsOfPast implements ResetInterface
{
    /** @var array<string, list<Needs>> by book, number and hands */
    private array $ofBooks = [];

    public function __construct(private readonly PieceRepository $library, private readonly LibraryNeeds $needs)
    {
    }

    public function reset(): void
    {
        $this->ofBooks = [];
    }

    /** @return list<Needs> */
    public function of(SchoolClass $class): array
    {
        $past = $class->past();
        if ('' === $past->book) {
            return [];
        }
        $policies = $class->handPolicies();
        $key = $past->book.' '.$past->upTo.' '.json_encode($policies->fingerprint(), \JSON_THROW_ON_ERROR);

        return $this->ofBooks[$key] ??= iterator_to_array(
            $this->needs->of($this->library->upTo($past->book, $past->upTo), $policies)[0],
            false,
        );
    }
}
