# shellcheck shell=bash
# The home of an instance: its folders, its generated secrets and its ports. Needs ROOT and VAR.

# Sockets have short paths by nature; they live in a private folder of their own.
RUN=${XDG_RUNTIME_DIR:-/tmp}/coin-stair-$(id -u)-$(printf '%s' "$VAR" | sha256sum | cut -c1-10)
PARTS=(database fpm nginx worker)

say() { printf '%s\n' "$*"; }
fail() { printf 'coin-stair: %s\n' "$*" >&2; exit 1; }

address() { echo "http://127.0.0.1:$(cat "$VAR/port" 2>/dev/null || echo "$PORT")"; }

# put FILE: what comes on standard input, whole or not at all. Written beside it, looked at, made durable and renamed; where there is no
# room, or nothing came, the file stays as it was.
put() {
    if cat >"$1.new" 2>/dev/null && [ -s "$1.new" ] && sync "$1.new" 2>/dev/null; then
        mv -f "$1.new" "$1"
    else
        rm -f "$1.new"
        return 1
    fi
}

# There is room for what a start writes.
has_room() { head -c 262144 /dev/zero | put "$1/.room" && rm -f "$1/.room"; }

random_word() { head -c 24 /dev/urandom | base64 | tr -d '/+=\n'; }

make_home() { mkdir -p -m 700 "$VAR" 2>/dev/null && [ -w "$VAR" ] || fail "$VAR cannot be written."; }

prepare_folders() {
    mkdir -p "$VAR/tmp" "$VAR/log" "$ROOT/var/cache" 2>/dev/null || fail "$VAR cannot be written."
    chmod 700 "$VAR"
    mkdir -p -m 700 "$RUN"
    [ -O "$RUN" ] || fail "$RUN belongs to somebody else."
    mkdir -p "$RUN/tables"
    has_room "$VAR" || fail "there is no room on the disk of $VAR. Nothing was begun; make room and start again."
    if [ ! -f "$VAR/env" ]; then
        (umask 077 && printf 'APP_ENV=prod\nAPP_SECRET=%s\nDATABASE_PASSWORD=%s\n' "$(random_word)" "$(random_word)" | put "$VAR/env") \
            || fail "$VAR/env could not be written."
    fi
    local problem
    problem=$(settings_problem "$VAR/env")
    [ -z "$problem" ] || fail "$VAR/env $problem"
}

# What is wrong with a file of settings, in words; nothing if all of it can be taken as it is. Settings go into configurations, so each
# is held to what it may look like.
settings_problem() {
    local line name value needed
    if [ ! -s "$1" ]; then
        echo "is empty, and with it the secrets of this home are gone. They stand in the file \"settings\" of each backup: copy it there."
        return
    fi
    while IFS= read -r line || [ -n "$line" ]; do
        [[ $line =~ ^[[:space:]]*([#\;].*)?$ ]] && continue
        name=${line%%=*} value=${line#*=}
        case $name in
            APP_ENV) [[ $value =~ ^(prod|dev)$ ]] ;;
            APP_SECRET | DATABASE_PASSWORD) [[ $value =~ ^[A-Za-z0-9]{16,100}$ ]] ;;
            PUBLIC_ADDRESS) [[ $value =~ ^https?://[A-Za-z0-9.-]{1,200}(:[0-9]{1,5})?$ ]] ;;
            SCORE_MEASURES | SCORE_NOTES | SCORE_NOTES_IN_PART) [[ $value =~ ^[1-9][0-9]{0,8}$ ]] ;;
            DATABASE_MEMORY) [[ $value =~ ^[1-9][0-9]{0,5}[KMG]?$ ]] ;;
            *) echo "has a line that is no setting: ${name:0:60}"; return ;;
        esac || { echo "says of $name what it cannot be."; return; }
    done <"$1"
    for needed in APP_SECRET DATABASE_PASSWORD; do
        grep -q "^$needed=" "$1" || { echo "has no $needed. It stands in the file \"settings\" of each backup."; return; }
    done
}

# setting NAME [DEFAULT]: a line of the home's file "env".
setting() {
    local value
    value=$(sed -n "s/^$1=//p" "$VAR/env" 2>/dev/null | tail -n 1)
    printf '%s' "${value:-${2:-}}"
}

# Nobody listens at a port of this machine, whether or not they would answer. In the kernel's lists state 0A is listening, numbers are hex.
port_free() {
    ! awk -v port="$(printf '%04X' "$1")" '$4 == "0A" { split($2, at, ":"); if (at[2] == port) { found = 1 } } END { exit !found }' \
        /proc/net/tcp /proc/net/tcp6 2>/dev/null
}

# One command at a time makes or ends an instance: whoever comes second is told. What lives longer than the command does not hold it.
LOCK=
take_lock() {
    local holder
    exec {LOCK}>>"$VAR/lock" || fail "$VAR cannot be written."
    if ! flock -n "$LOCK"; then
        if holder=$(leader command); then
            fail "another command is at work on this home (process $holder). Wait until it has ended."
        fi
        # What a command began that was killed may not have ended yet.
        flock -w 60 "$LOCK" || fail "another command is at work on this home. Wait until it has ended."
    fi
    record_leader command $$
}
drop_lock() {
    if [ -n "$LOCK" ]; then
        rm -f "$VAR/command.leader"
        exec {LOCK}>&-
        LOCK=
    fi
}

# The port of the last time if it is free, else the next one that is: below those from which connections go out, since one of these
# may be taken at any moment.
database_port() {
    local outgoing last port
    read -r outgoing _ </proc/sys/net/ipv4/ip_local_port_range
    last=$(cat "$VAR/database-port" 2>/dev/null)
    for port in ${last:-} $(seq $((outgoing > 26000 ? 23306 : outgoing / 2)) $((outgoing - 1))); do
        if [ "$port" -lt "$outgoing" ] && port_free "$port"; then
            echo "$port"
            return
        fi
    done
    return 1
}

as_root_user() { [ "$(id -u)" = 0 ] && echo "--user=root"; }
