<?php

declare(strict_types=1);

namespace App\Report;

use App\Shared\Entity\SchoolClass;

/** A term report as a file to be taken along. */
final readonly class ReportFile
{
    public const TYPES = [
        'csv' => 'text/csv; charset=UTF-8',
        'ods' => 'application/vnd.oasis.opendocument.spreadsheet',
    ];

    public function __construct(private TermReportView $view, private TermTable $table)
    {
    }

    /** @param string $format csv or ods */
    public function write(SchoolClass $class, \DateTimeImmutable $from, \DateTimeImmutable $to, string $format): string
    {
        $rows = $this->table->rows($this->view->of($class, min($from, $to), $to));

        return 'csv' === $format ? Csv::write($rows) : Spreadsheet::write($class->getName(), $rows);
    }

    public static function name(SchoolClass $class, string $format): string
    {
        $name = trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($class->getName())), '-');

        return ('' === $name ? 'class-'.$class->getId() : $name).'-report.'.$format;
    }
}
