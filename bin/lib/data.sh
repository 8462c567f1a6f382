# shellcheck shell=bash
# The database's folder: made once, marked, never erased; its tables brought up to date after a checked backup.
# Needs ROOT, VAR, DATA, RUN, say and fail; home.sh, keeper.sh, backup.sh.

console() { COIN_STAIR_HOME=$VAR "$ROOT/bin/console" --no-interaction "$@"; }

# "10.11" of the server that is installed.
server_release() { "$(command -v mariadbd || echo /usr/sbin/mariadbd)" --version | sed -n 's/.*Ver \([0-9]*\.[0-9]*\)\..*/\1/p'; }

# Refuses, with what to do, whatever this program did not make. Nothing in it is touched.
check_data() {
    local made_by
    # A set-up that was broken off holds no data yet; it is moved aside, since nothing here is ever deleted.
    if [ -f "$DATA/.unfinished" ] && [ ! -f "$DATA/.ready" ]; then mv "$DATA" "$DATA.unfinished-$(date +%Y%m%d%H%M%S)"; fi
    if [ ! -f "$DATA/.ready" ]; then
        [ -d "$DATA" ] && [ -n "$(ls -A "$DATA" 2>/dev/null)" ] || return 0
        fail "$DATA is not empty, and nothing tells that Coin Stair made it (its file .ready is missing). Nothing in it was touched.
If it is a copy of a Coin Stair database's folder, make the file and start again: touch '$DATA/.ready'
If it is a backup, restore it into an empty home: COIN_STAIR_HOME=FOLDER bin/coin-stair restore BACKUP
If it is anything else, name another folder with COIN_STAIR_DATA, or move it away."
    fi
    made_by=$(sed -n 's/^mariadb=//p' "$DATA/.ready")
    if [ -n "$made_by" ] && [ "$made_by" != "$(server_release)" ]; then
        fail "the database in $DATA was made by MariaDB $made_by, and $(server_release) is installed here. Nothing in it was touched.
Move it by a backup: with MariaDB $made_by run bin/coin-stair backup FOLDER, here restore it into an empty home.
To have this folder itself raised to a newer MariaDB, make a backup first, then set 'mariadb=$(server_release)' in $DATA/.ready."
    fi
}

start_database() {
    check_data
    if [ -f "$DATA/.ready" ]; then
        start_part database 1200
    else
        make_database
    fi
    printf 'mariadb=%s\n' "$(server_release)" | put "$DATA/.ready" || fail "$DATA/.ready could not be written: is there room on its disk?"
}

make_database() {
    mkdir -p "$DATA"
    touch "$DATA/.unfinished"
    local tries=3
    # shellcheck disable=SC2046
    until mariadb-install-db --no-defaults --datadir="$DATA" --tmpdir="$RUN/tables" --auth-root-authentication-method=normal \
        --skip-test-db --skip-log-bin $(as_root_user) >"$VAR/log/install-database.log" 2>&1; do
        # Should its server crash by itself, what it left behind is moved aside, as after a broken set-up.
        tries=$((tries - 1))
        if [ "$tries" = 0 ] || ! grep -q 'Segmentation fault' "$VAR/log/install-database.log"; then
            fail "the database could not be set up; $VAR/log/install-database.log says why."
        fi
        mv "$DATA" "$DATA.unfinished-$(date +%Y%m%d%H%M%S)-$tries"
        mkdir -p "$DATA"
        touch "$DATA/.unfinished"
    done
    sv start "$SERVICES/database" >/dev/null || fail "the database cannot be started."
    wait_until 300 database_accounts || fail "the database's accounts could not be made; $VAR/log/database/current says why."
    start_part database 300
    printf 'mariadb=%s\n' "$(server_release)" | put "$DATA/.ready" || fail "$DATA/.ready could not be written: is there room on its disk?"
    rm -f "$DATA/.unfinished"
}

# The application's own account, with rights on its own databases only, and no account that is open.
database_accounts() {
    local password
    password=$(setting DATABASE_PASSWORD)
    mariadb --no-defaults --socket="$RUN/db.sock" --user=root >>"$VAR/log/install-database.log" 2>&1 <<SQL
CREATE DATABASE coin_stair CHARACTER SET utf8mb4;
CREATE USER 'coin_stair'@'127.0.0.1' IDENTIFIED BY '$password';
GRANT ALL ON \`coin\_stair%\`.* TO 'coin_stair'@'127.0.0.1';
DELETE FROM mysql.global_priv WHERE User = '' OR (User = 'root' AND Host <> 'localhost');
ALTER USER 'root'@'localhost' IDENTIFIED BY '$password';
FLUSH PRIVILEGES;
SQL
}

sql() { mariadb --defaults-file="$VAR/client.cnf" --batch --skip-column-names "${2:-coin_stair}" -e "$1"; }

# One line for each change of the tables that this database has; none where it has no tables.
known_migrations() {
    [ -n "$(sql "SHOW TABLES LIKE 'doctrine_migration_versions'")" ] || return 0
    sql 'SELECT version FROM doctrine_migration_versions ORDER BY version' | sed 's/.*\\//'
}
own_migrations() { (cd "$ROOT/migrations" && printf '%s\n' Version*.php | sed 's/\.php$//' | LC_ALL=C sort); }

# since_first_release: of the changes on standard input, those from the first release on: its tables have all that was before.
since_first_release() { LC_ALL=C sort | awk -v first="$(own_migrations | head -n 1)" '$0 >= first'; }

# newer_migrations: of those on standard input, those that this release does not know.
newer_migrations() { since_first_release | LC_ALL=C comm -23 - <(own_migrations); }

# is_before_first_release: the changes on standard input are some, but end before the first release.
is_before_first_release() {
    local changes
    changes=$(cat)
    [ -n "$changes" ] && ! grep -qxF "$(own_migrations | head -n 1)" <<<"$changes"
}

migrate() {
    local tables known newer saved
    prepare_application
    tables=$(sql 'SHOW TABLES') || fail "the database's tables could not be read; $VAR/log/database/current says more."
    known=$(known_migrations)
    newer=$(printf '%s' "${known:+$known$'\n'}" | newer_migrations)
    [ -z "$newer" ] || fail "this database was made by a newer release of Coin Stair (it has $newer). Nothing in it was touched.
Start it with that release, or restore a backup of this one into an empty home."
    if is_before_first_release <<<"$known"; then
        fail "this database is older than the first release of Coin Stair. Nothing in it was touched.
Start it once with the first release, then with this one."
    fi
    if [ "$(since_first_release <<<"$known")" = "$(own_migrations)" ]; then
        rm -f "$VAR/changing"
        return
    fi
    if [ -n "$known" ]; then save_before_change; fi
    console tables:change --quiet >"$VAR/log/migrate.log" 2>&1 \
        || fail "the database's tables could not be brought up to date; $VAR/log/migrate.log says why. Start again to go on from there.
$(way_back)"
    rm -f "$VAR/changing"
}

# A backup of what there is before the tables change: made and checked once, and named until the change is over, however often it has to
# be begun again.
save_before_change() {
    local saved
    saved=$(change_began_from)
    if [ -n "$saved" ]; then
        say "The change of the tables was broken off and goes on now. $(way_back)"
        return
    fi
    saved=$VAR/backups/before-migration-$(date +%Y%m%d-%H%M%S)
    say "The tables change with this release: a backup is made and checked first."
    mkdir -p "$VAR/backups"
    (backup "$saved" && check "$saved") || fail "the tables were left as they are, since the backup before did not go well."
    printf '%s\n' "$saved" | put "$VAR/changing" || fail "$VAR/changing could not be written. The tables were left as they are."
}

# The backup of before a change of the tables that is not over; nothing if there is none.
change_began_from() {
    local saved
    saved=$(cat "$VAR/changing" 2>/dev/null)
    if [ -n "$saved" ] && [ -f "$saved/manifest" ]; then printf '%s' "$saved"; fi
}
way_back() {
    local saved
    saved=$(change_began_from)
    [ -z "$saved" ] || printf '%s' "What was there before is in $saved; to go back to it, with the release of before:
bin/coin-stair restore --aside $saved"
}

prepare_application() {
    local sources=("$ROOT/config" "$ROOT/src" "$ROOT/core" "$ROOT/templates" "$ROOT/translations")
    once container "$(state_of "${sources[@]}" "$ROOT/composer.json" "$ROOT/public/build/manifest.json")" build_container \
        || fail "the application could not be prepared; $ROOT/var/container.log says why."
}

build_container() {
    rm -rf "$ROOT/var/cache/prod"
    console cache:warmup >"$ROOT/var/container.log" 2>&1
}

start_web() {
    write_configuration
    echo "$PORT" | put "$VAR/port" || fail "$VAR/port could not be written."
    start_part fpm 300
    start_part nginx 300
    start_part worker 300
    wait_until 100 application_answers || fail "the application does not answer at port $PORT; see $VAR/log."
}
application_answers() { [ "$(curl -s -o /dev/null -w '%{http_code}' "http://127.0.0.1:$PORT/health")" = 200 ]; }
