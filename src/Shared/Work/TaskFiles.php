<?php

declare(strict_types=1);

namespace App\Shared\Work;

use App\Shared\Entity\Task;
use App\Shared\Entity\TaskFile;
use Doctrine\ORM\EntityManagerInterface;

/** The files that tasks made. */
final readonly class TaskFiles
{
    /** Files of one task. */
    private const MOST = 200;

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** All files of a task as one; none where it made none, or they are gone. */
    public function together(Task $task): ?MadeFile
    {
        $files = $this->entities->getRepository(TaskFile::class)->findBy(['task' => $task], ['name' => 'ASC'], self::MOST);
        if ([] === $files) {
            return null;
        }
        $only = 1 === \count($files) ? $files[0] : null;

        return null === $only
            ? new MadeFile($task->getKind()->value.'-'.$task->getId().'.zip', 'application/zip', self::archive($files))
            : new MadeFile($only->getName(), 'application/octet-stream', $only->content());
    }

    /** @param non-empty-list<TaskFile> $files */
    private static function archive(array $files): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'task');
        try {
            $zip = new \ZipArchive();
            if (true !== $zip->open($path, \ZipArchive::OVERWRITE)) {
                throw new \RuntimeException('The archive could not be written.');
            }
            foreach ($files as $file) {
                $zip->addFromString($file->getName(), $file->content());
            }
            $zip->close();

            return (string) file_get_contents($path);
        } finally {
            @unlink($path);
        }
    }
}
