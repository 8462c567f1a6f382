# shellcheck shell=bash
# Installs what is missing, and only that. Needs ROOT, VAR, say and fail.

PHP_VERSION=8.2

missing_packages() {
    local modules
    modules=$(php -m 2>/dev/null | tr '[:upper:]' '[:lower:]')
    command -v php >/dev/null || echo php$PHP_VERSION-cli
    for module in curl intl mbstring zip apcu xml:xmlreader mysql:pdo_mysql; do
        case $'\n'$modules$'\n' in
            *$'\n'"${module#*:}"$'\n'*) ;;
            *) if [ "$module" = apcu ]; then echo php-apcu; else echo "php$PHP_VERSION-${module%%:*}"; fi ;;
        esac
    done
    command -v composer >/dev/null || echo composer
    command -v node >/dev/null || echo nodejs
    command -v npm >/dev/null || echo npm
    command -v "$(fpm_binary)" >/dev/null || echo php$PHP_VERSION-fpm
    # The core packages hold the servers without starting one as a system service.
    command -v mariadbd >/dev/null || [ -x /usr/sbin/mariadbd ] || echo mariadb-server-core
    command -v mariadb-dump >/dev/null || echo mariadb-client
    command -v runsvdir >/dev/null || echo runit
    command -v curl >/dev/null || echo curl
    [ -x /usr/sbin/nginx ] || echo nginx-light
    if [ "${COIN_STAIR_BROWSER:-no}" = yes ]; then
        [ -x /usr/bin/chromium-headless-shell ] || echo chromium-headless-shell fonts-liberation
        # A stranger that reads our ABC, and brings examples of its own.
        [ -x /usr/bin/abc2midi ] || echo abcmidi
    fi
}

fpm_binary() { echo "/usr/sbin/php-fpm$PHP_VERSION"; }

install_missing() {
    local packages
    packages=$(missing_packages | tr '\n' ' ')
    if [ -n "${packages// /}" ]; then
        install_packages "$packages"
    fi
    install_php
    install_front_end
}

install_packages() {
    local packages=$1 become=()
    if [ "$(id -u)" != 0 ]; then
        if command -v sudo >/dev/null && sudo -n true 2>/dev/null; then
            become=(sudo -n)
        else
            fail "these Debian packages are missing and this user may not install them: $1
Ask an administrator to run: apt-get install $1"
        fi
    fi
    say "Installing Debian packages: $packages"
    mkdir -p "$VAR"
    # Installing must not start system services: what runs is started here, below var/.
    local policy=/usr/sbin/policy-rc.d own_policy=no
    if [ ! -e $policy ]; then
        printf '#!/bin/sh\nexit 101\n' | "${become[@]}" tee $policy >/dev/null && "${become[@]}" chmod +x $policy && own_policy=yes
    fi
    # shellcheck disable=SC2086
    "${become[@]}" env DEBIAN_FRONTEND=noninteractive sh -c \
        "apt-get update -qq && apt-get install -y -qq --no-install-recommends $packages" >"$VAR/install.log" 2>&1
    local result=$?
    [ $own_policy = yes ] && "${become[@]}" rm -f $policy
    [ $result = 0 ] || fail "the Debian packages could not be installed; $VAR/install.log says why."
}

# Runs a command only when what it depends on has changed since it last went well.
once() {
    local stamp=$ROOT/var/stamps/$1 state=$2
    shift 2
    mkdir -p "$ROOT/var/stamps"
    [ "$(cat "$stamp" 2>/dev/null)" = "$state" ] && return 0
    "$@" || return 1
    printf '%s' "$state" >"$stamp"
}

state_of() { find "$@" -type f -print0 2>/dev/null | LC_ALL=C sort -z | xargs -0 sha256sum | sha256sum | cut -d' ' -f1; }

install_php() {
    local state
    state=$(state_of "$ROOT/composer.json" "$ROOT/tools/symfony/composer.json")
    [ -f "$ROOT/vendor/autoload.php" ] || rm -f "$ROOT/var/stamps/php"
    once php "$state" composer_install || fail "the PHP packages could not be installed; $ROOT/var/composer.log says why."
}

composer_install() {
    say "Installing PHP packages"
    local composer=(env COMPOSER_ALLOW_SUPERUSER=1 composer update --no-interaction --no-progress --prefer-dist --quiet)
    # The monorepo comes first: the application takes single components out of its folder.
    { "${composer[@]}" --working-dir="$ROOT/tools/symfony" && "${composer[@]}" --working-dir="$ROOT"; } >"$ROOT/var/composer.log" 2>&1
}

install_front_end() {
    [ -d "$ROOT/node_modules/verovio" ] || rm -f "$ROOT/var/stamps/npm"
    once npm "$(state_of "$ROOT/package.json" "$ROOT/package-lock.json")" npm_install \
        || fail "the npm packages could not be installed; $ROOT/var/npm.log says why."
    [ -f "$ROOT/public/build/manifest.json" ] || rm -f "$ROOT/var/stamps/assets"
    once assets "$(state_of "$ROOT/assets" "$ROOT/package-lock.json")" build_assets \
        || fail "the styles and scripts could not be built; $ROOT/var/assets.log says why."
}

npm_install() {
    say "Installing npm packages"
    (cd "$ROOT" && PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD=1 npm ci --no-progress --no-fund --no-audit) >"$ROOT/var/npm.log" 2>&1
}

build_assets() {
    say "Building styles and scripts"
    (cd "$ROOT" && node assets/build.mjs) >"$ROOT/var/assets.log" 2>&1
}
