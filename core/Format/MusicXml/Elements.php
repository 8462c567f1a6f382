<?php

declare(strict_types=1);

namespace CoinStair\Core\Format\MusicXml;

/** Elements of one subject: what is done when one of them opens, and what with the text in it when it closes. */
interface Elements
{
    /** @return list<string> names of those of which something is done when they open */
    public function opened(): array;

    /** @return list<string> names of those of which something is done when they close */
    public function closed(): array;

    public function open(string $name, Tag $tag): void;

    /** @param string $text that stood in it */
    public function close(string $name, string $text): void;
}
