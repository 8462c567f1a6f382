<?php

declare(strict_types=1);

namespace App\Lesson\TakeOut;

use App\Shared\Entity\Lesson;
use App\Shared\Entity\Program;
use App\Shared\Tenancy\CurrentProgram;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Console\Style\SymfonyStyle;

#[AsCommand('lesson:take-out', 'Writes a lesson with its whole log into a new file, and then takes it out of the record')]
final class TakeOutCommand extends Command
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly Connection $database,
        private readonly CurrentProgram $current,
        private readonly LessonFile $file,
        private readonly TakeOut $takeOut,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('lesson', InputArgument::REQUIRED, 'Its number, as it stands in the address of its page')
            ->addArgument('file', InputArgument::REQUIRED, 'Where its log is kept: a file that is not there yet');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $style = new SymfonyStyle($input, $output);
        $number = $input->getArgument('lesson');
        $path = $input->getArgument('file');
        $lesson = \is_string($number) && ctype_digit($number) ? $this->find((int) $number) : null;
        if (null === $lesson || !\is_string($path)) {
            $style->getErrorStyle()->error('There is no lesson of this number.');

            return Command::FAILURE;
        }
        $class = $lesson->getClass()->getName();
        $style->text(
            \sprintf(
                '%s, %s, %s, %s: %d entries.',
                $this->current->get()->getName(),
                $class,
                $lesson->getPiece()->getTitle(),
                $lesson->getDay()->format('Y-m-d'),
                $lesson->getLogSize(),
            ),
        );
        if ($style->ask('Type the name of the class to take it out') !== $class) {
            $style->getErrorStyle()->error('This is not the name of the class. Nothing was deleted.');

            return Command::FAILURE;
        }
        if (!$this->write($lesson, $path)) {
            $style->getErrorStyle()->error("$path is there already, or cannot be written. Nothing was deleted.");

            return Command::FAILURE;
        }
        $this->takeOut->go($lesson, \INF);
        $style->success("The lesson is taken out. Its log is in $path.");

        return Command::SUCCESS;
    }

    private function find(int $id): ?Lesson
    {
        $program = $this->database->fetchOne('SELECT program_id FROM lesson WHERE id = ?', [$id]);
        $program = is_numeric($program) ? $this->entities->find(Program::class, (int) $program) : null;
        if (null === $program) {
            return null;
        }
        $this->current->enter($program, $this->entities);

        return $this->entities->find(Lesson::class, $id);
    }

    /** @return bool whether all of it is on the disk */
    private function write(Lesson $lesson, string $path): bool
    {
        $file = @fopen($path, 'x');
        if (false === $file) {
            return false;
        }
        $isWhole = true;
        foreach ($this->file->lines($lesson) as $line) {
            $isWhole = $isWhole && \strlen($line) === @fwrite($file, $line);
        }
        $isWhole = $isWhole && fsync($file);

        return fclose($file) && $isWhole;
    }
}
