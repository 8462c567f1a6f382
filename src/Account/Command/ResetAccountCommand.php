<?php

declare(strict_types=1);

namespace App\Account\Command;

use App\Account\Accounts;
use App\Account\PasswordLinks;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Console\Style\SymfonyStyle;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

#[AsCommand('account:reset', 'Prints a link by which somebody sets a new password: it works once, for two hours')]
final class ResetAccountCommand extends Command
{
    public function __construct(
        private readonly Accounts $accounts,
        private readonly PasswordLinks $links,
        private readonly UrlGeneratorInterface $addresses,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('email', InputArgument::REQUIRED, 'E-mail address of the account');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $style = new SymfonyStyle($input, $output);
        $email = $input->getArgument('email');
        $account = $this->accounts->find(\is_string($email) ? $email : '');
        if (null === $account) {
            $style->getErrorStyle()->error('There is no account with this address.');

            return Command::FAILURE;
        }
        $output->writeln(
            $this->addresses->generate(
                'new_password',
                ['secret' => $this->links->make($account)],
                UrlGeneratorInterface::ABSOLUTE_URL,
            ),
        );

        return Command::SUCCESS;
    }
}
