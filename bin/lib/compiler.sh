# shellcheck shell=bash
# How PHP compiles what runs often, the same for pages, background, console, tests and benchmarks (bin/console has it in its first line).
# Returns out of recursion are not followed: PHP 8.2 makes a trace of them that ends the process, as of Twig's nodes when templates compile.
# shellcheck disable=SC2034
COMPILER=(-d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_max_recursive_returns=0)
