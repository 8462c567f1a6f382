# shellcheck shell=bash
# Backups: one folder each, with the database as it stood at one moment, the home's settings, and a manifest that they are checked by.
# Needs ROOT, VAR, DATA, say and fail; home.sh, data.sh.

FORMAT=1

# The whole database in one transaction, always written in the same way: a restored copy gives the same bytes again. Sessions are left
# out: whoever was signed in signs in again.
dump() {
    mariadb-dump --defaults-file="$VAR/client.cnf" --single-transaction --quick --hex-blob --no-tablespaces --skip-comments \
        --skip-dump-date --skip-extended-insert --order-by-primary --skip-add-locks --skip-disable-keys --no-autocommit \
        --ignore-table-data="$1.sessions" --ignore-table-data="$1.cache_items" "$1"
}

# Rows of each table, as "table rows", out of a dump on standard input.
count_rows() {
    LC_ALL=C awk -F'`' '/^CREATE TABLE/ { rows[$2] += 0 } /^INSERT INTO/ { rows[$2]++ } END { for (t in rows) print t, rows[t] }' \
        | LC_ALL=C sort
}

# measured FOLDER: hands a dump on, and leaves its checksum and its rows in the folder.
measured() {
    tee >(sha256sum | cut -d' ' -f1 >"$1/dump.sum") >(count_rows >"$1/rows")
    # These two end on their own; what they write is waited for.
    wait_until 100 test -s "$1/dump.sum" && wait_until 100 test -s "$1/rows"
}

# backup FOLDER: while the application runs. Written beside it first, so that a folder that has its name is whole.
backup() {
    local to=$1 part began=$SECONDS
    [ ! -e "$to" ] || fail "$to is there already. A backup never overwrites; name another folder."
    part=$to.part-$$
    mkdir -p "$(dirname "$to")" && mkdir -m 700 "$part" || fail "$part cannot be made."
    # shellcheck disable=SC2064
    trap "rm -rf '$part'; exit 130" INT TERM
    if ! write_backup "$part"; then
        rm -rf "$part"
        fail "the backup was not made: ${BACKUP_PROBLEM:-the database could not be read}."
    fi
    mv -T "$part" "$to" || fail "$to could not be written."
    trap - INT TERM
    say "Backup in $to: $(rows_in "$to" | awk '{ n += $2 } END { print n + 0 }') rows, $(du -sh "$to" | cut -f1), $((SECONDS - began)) s."
}

write_backup() (
    set -o pipefail
    umask 077
    cd "$1" || exit 1
    { dump coin_stair | measured . | gzip -6 >database.sql.gz; } || exit 1
    cp "$VAR/env" settings
    {
        printf 'format=%s\nmade=%s\nmariadb=%s\n' "$FORMAT" "$(date -u +%Y-%m-%dT%H:%M:%SZ)" "$(server_release)"
        printf 'dump=%s\n' "$(cat dump.sum)"
        printf 'file database.sql.gz %s\n' "$(sha256sum database.sql.gz | cut -d' ' -f1)"
        printf 'file settings %s\n' "$(sha256sum settings | cut -d' ' -f1)"
        gzip -dc database.sql.gz | grep '^INSERT INTO `doctrine_migration_versions`' | grep -o 'Version[0-9]*' | sed 's/^/migration /'
        sed 's/^/rows /' rows
    } >manifest
    rm dump.sum rows
    sync -f manifest
)

rows_in() { sed -n 's/^rows //p' "$1/manifest"; }
in_manifest() { sed -n "s/^$2=//p" "$1/manifest"; }

# What can be told of a backup without a database: that it is one, whole, unchanged, and not of a newer release.
check_files() {
    local from=$1 file sum newer
    [ -f "$from/manifest" ] || fail "$from is no backup of Coin Stair (it has no file \"manifest\")."
    [ "$(in_manifest "$from" format)" = "$FORMAT" ] \
        || fail "$from has format \"$(in_manifest "$from" format)\"; this release reads $FORMAT. A newer release made it."
    while read -r _ file sum; do
        [ "$(sha256sum "$from/$file" 2>/dev/null | cut -d' ' -f1)" = "$sum" ] \
            || fail "$from/$file is damaged or missing: its checksum is not the one in the manifest."
    done < <(grep '^file ' "$from/manifest")
    newer=$(sed -n 's/^migration //p' "$from/manifest" | newer_migrations)
    [ -z "$newer" ] || fail "$from was made by a newer release of Coin Stair (it has $newer)."
    [ "$(printf '%s\n%s\n' "$(in_manifest "$from" mariadb)" "$(server_release)" | sort -V | tail -n 1)" = "$(server_release)" ] \
        || fail "$from was made with MariaDB $(in_manifest "$from" mariadb); $(server_release) is installed here, which is older."
}

# check FOLDER: restores it into a scratch database, counts, and writes it out again: the bytes have to be the same.
check() {
    local from=$1 scratch began=$SECONDS
    check_files "$from"
    scratch=coin_stair_check_$$
    sql "CREATE DATABASE $scratch CHARACTER SET utf8mb4" information_schema || fail "no scratch database could be made."
    # shellcheck disable=SC2064
    trap "sql 'DROP DATABASE IF EXISTS $scratch' information_schema" EXIT
    gzip -dc "$from/database.sql.gz" | mariadb --defaults-file="$VAR/client.cnf" "$scratch" || fail "$from could not be restored."
    local rows sum again
    again=$(mktemp -d)
    dump "$scratch" | measured "$again" >/dev/null
    rows=$(cat "$again/rows")
    sum=$(cat "$again/dump.sum")
    rm -rf "$again"
    sql "DROP DATABASE $scratch" information_schema
    trap - EXIT
    [ "$rows" = "$(rows_in "$from")" ] || fail "$from gives other numbers of rows than it says:
$(diff <(rows_in "$from") <(printf '%s\n' "$rows"))"
    [ "$sum" = "$(in_manifest "$from" dump)" ] || fail "$from gives other content than it says."
    say "$from is sound: restored, counted ($(wc -l <<<"$rows") tables, $(awk '{ n += $2 } END { print n + 0 }' <<<"$rows") rows)" \
        "and written again, byte for byte, in $((SECONDS - began)) s."
}

# Keeps the newest N backups that this command named itself, in its own folder.
rotate() {
    local keep=$1 old
    find "$VAR/backups" -maxdepth 1 -type d -regextype posix-extended -regex '.*/[0-9]{8}-[0-9]{6}' | LC_ALL=C sort -r \
        | tail -n "+$((keep + 1))" | while read -r old; do
        [ -f "$old/manifest" ] && rm -rf "$old" && say "Removed $old; the newest $keep are kept."
    done
}

# restore FOLDER: into a home that has no database yet. Settings of the backup are taken, so that what they sign stays valid.
restore() {
    local from=$1
    check_files "$from"
    if [ -e "$DATA" ] && [ -n "$(ls -A "$DATA" 2>/dev/null)" ]; then
        fail "$DATA is not empty. A backup is restored into an empty home only: COIN_STAIR_HOME=FOLDER bin/coin-stair restore $from"
    fi
    [ ! -e "$VAR/env" ] || fail "$VAR/env is there already: this home is not empty. Name another one with COIN_STAIR_HOME."
    mkdir -p "$VAR" && chmod 700 "$VAR"
    (umask 077 && cp "$from/settings" "$VAR/env")
    prepare_folders
    trap 'stop_services; exit 130' INT TERM
    trap 'stop_services' EXIT
    start_keeper
    start_database
    gzip -dc "$from/database.sql.gz" | mariadb --defaults-file="$VAR/client.cnf" coin_stair \
        || fail "$from could not be loaded. Delete $DATA and $VAR/env before you try again."
    [ "$(dump coin_stair | sha256sum | cut -d' ' -f1)" = "$(in_manifest "$from" dump)" ] \
        || fail "what was loaded is not what $from holds."
    trap - INT TERM EXIT
    stop_services
    say "Restored into $VAR, byte for byte what was saved on $(in_manifest "$from" made). Start it: bin/coin-stair start"
}
