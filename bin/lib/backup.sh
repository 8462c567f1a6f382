# shellcheck shell=bash
# Backups: one folder each, with the database as it stood at one moment, the home's settings, and a manifest that they are checked by.
# Needs ROOT, VAR, DATA, say and fail; home.sh, data.sh.

# 2: the manifest names every file, and has a sum of its own. 1 is read as well.
FORMAT=2

# The whole database in one transaction, always written in the same way: a restored copy gives the same bytes again. Sessions are left
# out: whoever was signed in signs in again.
dump() {
    mariadb-dump --defaults-file="$VAR/client.cnf" --single-transaction --quick --hex-blob --no-tablespaces --skip-comments \
        --skip-dump-date --skip-triggers --skip-extended-insert --order-by-primary --skip-add-locks --skip-disable-keys --no-autocommit \
        --ignore-table-data="$1.sessions" --ignore-table-data="$1.cache_items" \
        --ignore-table-data="$1.piece_skills" --ignore-table-data="$1.form_sent" "$1"
}

# root_sql STATEMENTS: by the one account that may make others; it is reached by the socket alone.
root_sql() {
    MYSQL_PWD=$(setting DATABASE_PASSWORD) mariadb --no-defaults --socket="$RUN/db.sock" --user=root --batch --skip-column-names -e "$1"
}

# load FOLDER DATABASE: the dump of a backup, into a database that is there and empty. A backup may come from anywhere, so what it says is
# done by a client that runs no commands and opens no files, over an account that lasts as long as that and owns this one database.
load() {
    local from=$1 into=$2 result word account=coin_stair_load_$$
    [[ $(mariadb --help 2>/dev/null) = *--sandbox* ]] \
        || fail "the MariaDB client that is installed reads no backup safely. Bring it up to date (10.11.8 and newer do)."
    forget_broken_off
    word=$(random_word)
    root_sql "CREATE USER '$account'@'localhost' IDENTIFIED BY '$word';
        GRANT SELECT, INSERT, CREATE, DROP, ALTER, INDEX, REFERENCES, LOCK TABLES ON \`${into//_/\\_}\`.* TO '$account'@'localhost'" \
        || fail "no account could be made to read the backup with."
    gzip -dc "$from/database.sql.gz" | MYSQL_PWD=$word mariadb --no-defaults --socket="$RUN/db.sock" --user="$account" \
        --sandbox --skip-local-infile --default-character-set=utf8mb4 "$into"
    result=$?
    root_sql "DROP USER '$account'@'localhost'"
    return $result
}

# What a check or a restore made and could not take away, since it was killed: accounts and scratch databases with the number of a
# process that is gone.
forget_broken_off() {
    local name
    for name in $(root_sql "SELECT user FROM mysql.user WHERE user LIKE 'coin\\_stair\\_load\\_%'"); do
        kill -0 "${name##*_}" 2>/dev/null || root_sql "DROP USER '$name'@'localhost'"
    done
    for name in $(root_sql "SHOW DATABASES LIKE 'coin\\_stair\\_check\\_%'"); do
        kill -0 "${name##*_}" 2>/dev/null || root_sql "DROP DATABASE \`$name\`"
    done
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
    has_room "$part" || { rmdir "$part"; fail "there is no room on the disk of $(dirname "$to")."; }
    # shellcheck disable=SC2064
    trap "rm -rf '$part'; exit 130" INT TERM
    if ! write_backup "$part"; then
        local room=yes
        has_room "$part" || room=no
        rm -rf "$part"
        [ $room = yes ] || fail "the backup was not made: there is no room on the disk of $(dirname "$to")."
        fail "the backup was not made: the database could not be read."
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
    cp "$VAR/env" settings || exit 1
    {
        printf 'format=%s\nmade=%s\nmariadb=%s\n' "$FORMAT" "$(date -u +%Y-%m-%dT%H:%M:%SZ)" "$(server_release)"
        printf 'dump=%s\n' "$(cat dump.sum)"
        printf 'file database.sql.gz %s\n' "$(sha256sum database.sql.gz | cut -d' ' -f1)"
        printf 'file settings %s\n' "$(sha256sum settings | cut -d' ' -f1)"
        gzip -dc database.sql.gz | grep '^INSERT INTO `doctrine_migration_versions`' | grep -o 'Version[0-9]*' | sed 's/^/migration /'
        sed 's/^/rows /' rows
    } >manifest.lines || exit 1
    { cat manifest.lines && printf 'sum=%s\n' "$(sha256sum manifest.lines | cut -d' ' -f1)"; } | put manifest || exit 1
    rm dump.sum rows manifest.lines
    sync -f manifest
)

rows_in() { sed -n 's/^rows //p' "$1/manifest"; }
in_manifest() { sed -n "s/^$2=//p" "$1/manifest"; }

# What can be told of a backup without a database: that it is one, whole, unchanged, and not of a newer release. Nothing of it is believed
# before that.
check_files() {
    local from=$1 format file name sum newer problem
    [ -f "$from/manifest" ] || fail "$from is no backup of Coin Stair (it has no file \"manifest\")."
    format=$(in_manifest "$from" format)
    [ "$format" = 1 ] || [ "$format" = "$FORMAT" ] \
        || fail "$from has format \"$format\"; this release reads $FORMAT. A newer release made it."
    if [ "$format" != 1 ] && [ "$(in_manifest "$from" sum)" != "$(grep -v '^sum=' "$from/manifest" | sha256sum | cut -d' ' -f1)" ]; then
        fail "$from/manifest is damaged: its checksum is not the one that it says."
    fi
    for name in database.sql.gz settings; do
        [ "$(grep -c "^file $name [0-9a-f]\{64\}\$" "$from/manifest")" = 1 ] || fail "$from/manifest has no checksum of $name."
    done
    [[ $(in_manifest "$from" dump) =~ ^[0-9a-f]{64}$ ]] || fail "$from/manifest has no checksum of what the database held."
    for file in "$from"/* "$from"/.[!.]*; do
        name=${file##*/}
        case $name in
            manifest | '*' | '.[!.]*') continue ;;
            database.sql.gz | settings) ;;
            *) fail "$file is no part of a backup." ;;
        esac
        [ ! -L "$file" ] && [ -f "$file" ] || fail "$file is no file."
        sum=$(sed -n "s/^file $name //p" "$from/manifest")
        [ "$(sha256sum "$file" 2>/dev/null | cut -d' ' -f1)" = "$sum" ] \
            || fail "$file is damaged: its checksum is not the one in the manifest."
    done
    for name in database.sql.gz settings; do
        [ -f "$from/$name" ] || fail "$from/$name is missing."
    done
    problem=$(settings_problem "$from/settings")
    [ -z "$problem" ] || fail "$from/settings $problem"
    newer=$(sed -n 's/^migration //p' "$from/manifest" | newer_migrations)
    [ -z "$newer" ] || fail "$from was made by a newer release of Coin Stair (it has $newer)."
    if sed -n 's/^migration //p' "$from/manifest" | is_before_first_release; then
        fail "$from is older than the first release of Coin Stair."
    fi
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
    load "$from" "$scratch" || fail "$from could not be restored."
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

# Keeps the newest N backups that this command named itself, in its own folder. Those that were made before tables changed count apart;
# the newest of them stays, and so does one that a change which is not over may have to go back to.
rotate() {
    local keep=$1 needed
    needed=$(change_began_from)
    own_backups '[0-9]{8}-[0-9]{6}' | tail -n "+$((keep + 1))" | remove_backups "$needed"
    own_backups 'before-migration-[0-9]{8}-[0-9]{6}' | tail -n "+$((keep > 1 ? keep : 2))" | remove_backups "$needed"
}
own_backups() {
    find "$VAR/backups" -maxdepth 1 -type d -regextype posix-extended -regex ".*/$1" | LC_ALL=C sort -r
}
remove_backups() {
    local old
    while read -r old; do
        [ -f "$old/manifest" ] && [ "$old" != "$1" ] && rm -rf "$old" && say "Removed $old."
    done
}

# restore FOLDER, whose files were looked at: into a home that has no database yet. Settings of the backup are taken, so that what they
# sign stays valid. With --aside, what a home has is moved beside it first; nothing is deleted, and where the backup cannot be loaded, it
# is moved back.
restore() {
    local from=$1 stamp file
    if [ "$ASIDE" = yes ]; then
        stamp=aside-$(date +%Y%m%d-%H%M%S)
        for file in "$DATA" "$VAR/env" "$VAR/changing"; do
            [ ! -e "$file" ] || mv -T "$file" "$file.$stamp" || fail "$file could not be moved aside."
        done
        # shellcheck disable=SC2064
        trap "put_back '$stamp'" EXIT
    fi
    if [ -e "$DATA" ] && [ -n "$(ls -A "$DATA" 2>/dev/null)" ]; then
        fail "$DATA is not empty. A backup is restored into an empty home only: COIN_STAIR_HOME=FOLDER bin/coin-stair restore $from
To put it in the place of what is there, which is moved aside and kept: bin/coin-stair restore --aside $from"
    fi
    [ ! -e "$VAR/env" ] || fail "$VAR/env is there already: this home is not empty. Name another one with COIN_STAIR_HOME."
    (umask 077 && put "$VAR/env" <"$from/settings") || fail "$VAR/env could not be written."
    prepare_folders
    # shellcheck disable=SC2064
    trap "stop_services; put_back '${stamp:-}'; exit 130" INT TERM
    # shellcheck disable=SC2064
    trap "stop_services; put_back '${stamp:-}'" EXIT
    start_keeper
    start_database
    load "$from" coin_stair || fail "$from could not be loaded."
    [ "$(dump coin_stair | sha256sum | cut -d' ' -f1)" = "$(in_manifest "$from" dump)" ] \
        || fail "what was loaded is not what $from holds."
    trap - INT TERM EXIT
    stop_services
    say "Restored into $VAR, byte for byte what was saved on $(in_manifest "$from" made). Start it: bin/coin-stair start"
    [ -z "${stamp:-}" ] || say "What was there before is in $DATA.$stamp and $VAR/env.$stamp."
}

# put_back STAMP: a restore did not go well. What it began goes, which is a copy of a backup; what was moved aside comes back.
put_back() {
    local file
    trap - EXIT
    for file in "$DATA" "$VAR/env"; do
        if [ -n "$1" ] && [ ! -e "$file.$1" ]; then continue; fi
        rm -rf "$file"
    done
    [ -n "$1" ] || return 0
    for file in "$DATA" "$VAR/env" "$VAR/changing"; do
        [ ! -e "$file.$1" ] || mv -T "$file.$1" "$file"
    done
    say "Nothing was changed: what was there is there again." >&2
}
