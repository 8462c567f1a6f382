<?php

declare(strict_types=1);

namespace App\Report;

/**
 * Writes a table as a spreadsheet in the OpenDocument format (.ods): one sheet, texts and numbers. The usual package needs another PHP
 * (docs/decisions/0019-skills.md).
 */
final class Spreadsheet
{
    private const TYPE = 'application/vnd.oasis.opendocument.spreadsheet';
    private const OFFICE = 'urn:oasis:names:tc:opendocument:xmlns:office:1.0';
    private const TABLE = 'urn:oasis:names:tc:opendocument:xmlns:table:1.0';
    private const TEXT = 'urn:oasis:names:tc:opendocument:xmlns:text:1.0';
    private const MANIFEST = 'urn:oasis:names:tc:opendocument:xmlns:manifest:1.0';
    /** Letters that no name of a sheet may have. */
    private const NOT_IN_NAMES = '/[\[\]*?:\/\\\\\']+/';

    /** @param list<list<string|int|float>> $rows */
    public static function write(string $sheet, array $rows): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'ods');
        try {
            $zip = new \ZipArchive();
            if (true !== $zip->open($file, \ZipArchive::OVERWRITE)) {
                throw new \RuntimeException('The spreadsheet could not be written.');
            }
            // By its first entry, stored as it is, the file tells what it is.
            $zip->addFromString('mimetype', self::TYPE);
            $zip->setCompressionName('mimetype', \ZipArchive::CM_STORE);
            $zip->addFromString('content.xml', self::content($sheet, $rows));
            $zip->addFromString('META-INF/manifest.xml', self::manifest());
            $zip->close();

            return (string) file_get_contents($file);
        } finally {
            @unlink($file);
        }
    }

    /** @param list<list<string|int|float>> $rows */
    private static function content(string $sheet, array $rows): string
    {
        $xml = new \XMLWriter();
        $xml->openMemory();
        $xml->startDocument('1.0', 'UTF-8');
        $xml->startElementNs('office', 'document-content', self::OFFICE);
        $xml->writeAttributeNs('xmlns', 'table', null, self::TABLE);
        $xml->writeAttributeNs('xmlns', 'text', null, self::TEXT);
        $xml->writeAttribute('office:version', '1.2');
        $xml->startElement('office:body');
        $xml->startElement('office:spreadsheet');
        $xml->startElement('table:table');
        $xml->writeAttribute('table:name', trim((string) preg_replace(self::NOT_IN_NAMES, ' ', $sheet)) ?: 'Report');
        foreach ($rows as $row) {
            $xml->startElement('table:table-row');
            foreach ([] === $row ? [''] : $row as $cell) {
                self::cell($xml, $cell);
            }
            $xml->endElement();
        }
        $xml->endDocument();

        return $xml->outputMemory();
    }

    private static function cell(\XMLWriter $xml, string|int|float $cell): void
    {
        $xml->startElement('table:table-cell');
        if (!\is_string($cell)) {
            $xml->writeAttribute('office:value-type', 'float');
            $xml->writeAttribute('office:value', (string) $cell);
        } elseif ('' !== $cell) {
            $xml->writeAttribute('office:value-type', 'string');
        }
        if ('' !== $cell) {
            $xml->writeElement('text:p', mb_scrub((string) preg_replace('/[\x00-\x08\x0B\x0C\x0E-\x1F]/', '', (string) $cell)));
        }
        $xml->endElement();
    }

    private static function manifest(): string
    {
        $xml = new \XMLWriter();
        $xml->openMemory();
        $xml->startDocument('1.0', 'UTF-8');
        $xml->startElementNs('manifest', 'manifest', self::MANIFEST);
        $xml->writeAttribute('manifest:version', '1.2');
        foreach (['/' => self::TYPE, 'content.xml' => 'text/xml'] as $path => $type) {
            $xml->startElement('manifest:file-entry');
            $xml->writeAttribute('manifest:full-path', $path);
            $xml->writeAttribute('manifest:media-type', $type);
            $xml->endElement();
        }
        $xml->endDocument();

        return $xml->outputMemory();
    }
}
