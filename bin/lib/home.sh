# shellcheck shell=bash
# The home of an instance: its folders, its generated secrets and its ports. Needs ROOT and VAR.

# Sockets have short paths by nature; they live in a private folder of their own.
RUN=${XDG_RUNTIME_DIR:-/tmp}/coin-stair-$(id -u)-$(printf '%s' "$VAR" | sha256sum | cut -c1-10)
PARTS=(database fpm nginx)

say() { printf '%s\n' "$*"; }
fail() { printf 'coin-stair: %s\n' "$*" >&2; exit 1; }

address() { echo "http://127.0.0.1:$(cat "$VAR/port" 2>/dev/null || echo "$PORT")"; }

random_word() { head -c 24 /dev/urandom | base64 | tr -d '/+=\n'; }

prepare_folders() {
    mkdir -p "$VAR/tmp" "$VAR/log" "$ROOT/var/cache" || fail "$VAR cannot be written."
    chmod 700 "$VAR"
    mkdir -p -m 700 "$RUN"
    [ -O "$RUN" ] || fail "$RUN belongs to somebody else."
    if [ ! -f "$VAR/env" ]; then
        (umask 077 && printf 'APP_ENV=prod\nAPP_SECRET=%s\nDATABASE_PASSWORD=%s\n' "$(random_word)" "$(random_word)" >"$VAR/env")
    fi
}

# setting NAME [DEFAULT]: a line of the home's file "env".
setting() {
    local value
    value=$(sed -n "s/^$1=//p" "$VAR/env" 2>/dev/null | tail -n 1)
    printf '%s' "${value:-${2:-}}"
}

port_free() { ! (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

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
