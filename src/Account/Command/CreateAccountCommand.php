<?php

declare(strict_types=1);

namespace App\Account\Command;

use App\Account\Accounts;
use App\Shared\Entity\Program;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Console\Style\SymfonyStyle;

#[AsCommand('account:create', 'Makes a program and its first account, or another account of a program, and prints the password')]
final class CreateAccountCommand extends Command
{
    public function __construct(private readonly Accounts $accounts, private readonly EntityManagerInterface $entities)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('email', InputArgument::REQUIRED, 'E-mail address to sign in with')
            ->addArgument('program', InputArgument::OPTIONAL, 'Name of the program that is made')
            ->addOption('program', null, InputOption::VALUE_REQUIRED, 'Name of a program that is there: another person of it');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $style = new SymfonyStyle($input, $output);
        /** @var string $email */
        $email = $input->getArgument('email');
        $new = $input->getArgument('program');
        $there = $input->getOption('program');
        $name = trim(\is_string($new) ? $new : (\is_string($there) ? $there : ''));
        if (false === filter_var($email, \FILTER_VALIDATE_EMAIL) || mb_strlen($email) > 180 || '' === $name || mb_strlen($name) > 120
            || (null !== $new && null !== $there)) {
            $style->getErrorStyle()->error('An e-mail address and the name of a program were expected: of a new one, or --program=NAME.');

            return Command::INVALID;
        }
        if (null !== $this->accounts->find($email)) {
            $style->getErrorStyle()->error('There is an account with this address already.');

            return Command::FAILURE;
        }
        $programs = null === $there ? [new Program($name)] : $this->entities->getRepository(Program::class)->findBy(['name' => $name]);
        if (1 !== \count($programs)) {
            $style->getErrorStyle()->error([] === $programs ? 'There is no program of this name.' : 'Several programs have this name.');

            return Command::FAILURE;
        }
        $password = bin2hex(random_bytes(8));
        $this->accounts->create($programs[0], $email, $password);
        $style->success("Sign in with $email and the password $password");

        return Command::SUCCESS;
    }
}
