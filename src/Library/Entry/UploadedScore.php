<?php

declare(strict_types=1);

namespace App\Library\Entry;

use CoinStair\Core\Format\ScoreFile;
use CoinStair\Core\Format\UnreadableFile;
use Symfony\Component\HttpFoundation\File\UploadedFile;

/** A score that was sent as a file. */
final class UploadedScore
{
    /**
     * @return array{string, string} bytes and name
     *
     * @throws UnreadableFile if it did not arrive, or is too large
     */
    public static function read(UploadedFile $file): array
    {
        if (!$file->isValid()) {
            $tooLarge = \in_array($file->getError(), [\UPLOAD_ERR_INI_SIZE, \UPLOAD_ERR_FORM_SIZE], true);
            throw UnreadableFile::because($tooLarge ? 'The file is larger than 20 MB.' : 'The file did not arrive whole. Send it again.');
        }
        if ($file->getSize() > ScoreFile::MAX_BYTES) {
            throw UnreadableFile::because('The file is larger than 20 MB.');
        }

        return [$file->getContent(), $file->getClientOriginalName()];
    }
}
