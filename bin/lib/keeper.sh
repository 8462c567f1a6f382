# shellcheck shell=bash
# Keeps the parts running. Each has a keeper of its own (runsv, under runsvdir) that starts it again when it dies.
# Needs ROOT, VAR, DATA, PORT, RUN, PARTS, BACKGROUND, say and fail; home.sh and processes.sh.

SERVICES=$RUN/services

kept() { sv check "$SERVICES/$1" >/dev/null 2>&1; }
# A start came to its end, and what it started was not stopped since.
started() { [ -e "$VAR/started" ]; }
running() {
    local part
    for part in "${PARTS[@]}"; do
        if kept "$part" || leader "$part" >/dev/null; then return 0; fi
    done
    return 1
}

# What runsv calls: the parts are told where they are at home, and each one's words go to a log that is cut and turned by svlogd.
write_service() {
    local name=$1 folder=$SERVICES/$1 part times
    part=$(printf 'env ROOT=%q VAR=%q DATA=%q PORT=%q RUN=%q FPM=%q COIN_STAIR_FLUSH=%q %q %q' \
        "$ROOT" "$VAR" "$DATA" "$PORT" "$RUN" "$(fpm_binary)" "${COIN_STAIR_FLUSH:-1}" "$ROOT/bin/lib/part" "$name")
    mkdir -p "$folder/log" "$folder/control" "$VAR/log/$name"
    printf '#!/bin/sh\nexec %s run 2>&1\n' "$part" >"$folder/run"
    printf '#!/bin/sh\nexec %s finish 2>&1\n' "$part" >"$folder/finish"
    # What the application says are lines of JSON with their time; the others' lines get one.
    if [[ $name = fpm || $name = worker ]]; then times=; else times=-tt; fi
    printf '#!/bin/sh\nexec svlogd %s -b 20000 -l 16000 %q\n' "$times" "$VAR/log/$name" >"$folder/log/run"
    printf 's2000000\nn5\n' >"$VAR/log/$name/config"
    # nginx and php-fpm end what they are doing first when they are asked by this signal.
    # shellcheck disable=SC2016
    [[ $name = database || $name = worker ]] || printf '#!/bin/sh\nkill -QUIT "$(cat %q)"\n' "$folder/supervise/pid" >"$folder/control/t"
    chmod +x "$folder/run" "$folder/finish" "$folder/log/run"
    if [ -e "$folder/control/t" ]; then chmod +x "$folder/control/t"; fi
    touch "$folder/down"
}

start_keeper() {
    local part
    # They were made by the last start, for its port and folders; a keeper that outlived it keeps nothing any more.
    end_members keeper
    rm -rf "$SERVICES"
    for part in "${PARTS[@]}"; do
        rm -f "$RUN/$part.failed" "$RUN/$part.starts" "$RUN/$part.answered" "$VAR/$part.gave-up"
        write_service "$part"
    done
    run_keeper
    for part in "${PARTS[@]}"; do
        wait_until 50 kept "$part" || fail "the keeper of the $part does not start."
    done
}

run_keeper() {
    # What lives longer than this command does not hold its lock.
    (
        if [ -n "$LOCK" ]; then exec {LOCK}>&-; fi
        exec setsid runsvdir "$SERVICES" >/dev/null 2>&1 </dev/null
    ) &
    record_leader keeper $! || fail "$VAR/keeper.leader could not be written."
}

# wait_until TENTHS COMMAND...
wait_until() {
    local left=$1
    shift
    until "$@"; do
        left=$((left - 1))
        [ $left -gt 0 ] || return 1
        sleep 0.1
    done
}

answered_or_gave_up() { [ -e "$RUN/$1.answered" ] || [ -e "$VAR/$1.gave-up" ]; }

start_part() {
    sv start "$SERVICES/$1" >/dev/null || fail "the $1 cannot be started."
    wait_until "$2" answered_or_gave_up "$1" || fail "the $1 did not answer within $(($2 / 10)) s; $VAR/log/$1/current says more."
    [ ! -e "$VAR/$1.gave-up" ] || fail "$(cat "$VAR/$1.gave-up")"
}

stop_services() {
    local part pid
    # First who would start the keepers again, then each part by its keeper, at last what has lost its keeper.
    if pid=$(leader keeper); then kill -TERM "$pid" 2>/dev/null; fi
    for part in nginx worker fpm database; do
        if kept "$part"; then sv -w 20 force-shutdown "$SERVICES/$part" >/dev/null 2>&1; fi
        end_leader "$part" "$([[ $part = database || $part = worker ]] && echo TERM || echo QUIT)"
    done
    end_members keeper
    rm -f "$VAR/keeper.leader"
    # Made by the start, for as long as it ran.
    rm -rf "$SERVICES"
    rm -f "$VAR/started"
}

stop_all() {
    local pid
    # A start in the foreground, or one that is under way, ends what it began by itself.
    if pid=$(leader start); then
        kill -TERM "$pid" 2>/dev/null
        wait_until 1200 start_ended || fail "the start that is under way (process $pid) does not end."
    fi
    [ -d "$VAR" ] || { say "Nothing was running."; return; }
    take_lock
    if running; then
        stop_services
        say "Stopped."
    elif [ -n "$pid" ]; then
        say "Stopped."
    else
        say "Nothing was running."
    fi
    drop_lock
}
start_ended() { ! leader start >/dev/null; }

# In the foreground: until a part gave up, which ends all, or somebody says so.
watch_parts() {
    local part
    while sleep 1; do
        leader keeper >/dev/null || run_keeper
        for part in "${PARTS[@]}"; do
            [ ! -e "$VAR/$part.gave-up" ] || fail "$(cat "$VAR/$part.gave-up")"
        done
    done
}

status() {
    local part pid result=0 starts
    for part in "${PARTS[@]}"; do
        if [ -e "$VAR/$part.gave-up" ]; then
            say "$part  gave up: $(cat "$VAR/$part.gave-up")"
            result=1
        elif ! pid=$(leader "$part"); then
            say "$part  does not run"
            result=1
        elif ! part_answers "$part"; then
            say "$part  runs (process $pid) and does not answer"
            result=1
        else
            starts=$(cat "$RUN/$part.starts" 2>/dev/null || echo 1)
            say "$part  answers (process $pid, up for $(ps -o etime= -p "$pid" | tr -d ' ')$(restarts "$starts"))"
        fi
        kept "$part" || [ $result = 1 ] || say "$part  has no keeper: it is not started again when it dies. Stop and start to mend that."
    done
    [ $result = 0 ] || return 1
    if [ "$(curl -s -m 3 -o /dev/null -w '%{http_code}' "$(address)/health")" != 200 ]; then
        say "the application does not answer at $(address)/health; $VAR/log/fpm/current says more"
        return 1
    fi
    console work:status
    say "Coin Stair runs at $(address)"
}

restarts() { [ "$1" -le 1 ] || printf ', started again %s time%s' $(($1 - 1)) "$([ "$1" = 2 ] || echo s)"; }
part_answers() { ROOT=$ROOT VAR=$VAR DATA=$DATA PORT=$PORT RUN=$RUN FPM=$(fpm_binary) "$ROOT/bin/lib/part" "$1" answers; }
