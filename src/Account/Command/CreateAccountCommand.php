<?php

declare(strict_types=1);

namespace App\Account\Command;

use App\Account\Accounts;
use App\Shared\Entity\Program;
use App\Shared\Entity\User;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Console\Style\SymfonyStyle;

#[AsCommand('account:create', 'Makes a program and its first account, and prints the password')]
final class CreateAccountCommand extends Command
{
    public function __construct(private readonly Accounts $accounts, private readonly EntityManagerInterface $entities)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('email', InputArgument::REQUIRED, 'E-mail address to sign in with')
            ->addArgument('program', InputArgument::REQUIRED, 'Name of the program');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $style = new SymfonyStyle($input, $output);
        /** @var string $email */
        $email = $input->getArgument('email');
        /** @var string $program */
        $program = $input->getArgument('program');
        if (false === filter_var($email, \FILTER_VALIDATE_EMAIL) || '' === trim($program)) {
            $style->getErrorStyle()->error('An e-mail address and a name were expected.');

            return Command::INVALID;
        }
        if (null !== $this->entities->getRepository(User::class)->findOneBy(['email' => mb_strtolower($email)])) {
            $style->getErrorStyle()->error('There is an account with this address already.');

            return Command::FAILURE;
        }
        $password = bin2hex(random_bytes(8));
        $this->accounts->create(new Program($program), $email, $password);
        $style->success("Sign in with $email and the password $password");

        return Command::SUCCESS;
    }
}
