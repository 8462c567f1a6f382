# shellcheck shell=bash
# Which processes are ours. Each part leads a session of its own; its leader is written down with the time at which it began, since
# numbers of processes are used again. Needs VAR.

# The fields of /proc/PID/stat behind the name: 1 is the state, 4 the session, 20 the time of start in ticks since boot.
process_fields() { sed 's/.*) //' "/proc/$1/stat" 2>/dev/null; }
process_start() { process_fields "$1" | cut -d' ' -f20; }
this_boot() { cat /proc/sys/kernel/random/boot_id; }

# record_leader NAME PID: it may become another program afterwards (exec) and stays the same process.
record_leader() {
    printf '%s %s %s\n' "$2" "$(process_start "$2")" "$(this_boot)" | put "$VAR/$1.leader"
}

# leader NAME: its number, if it still is the process that was written down.
leader() {
    local pid start boot
    read -r pid start boot 2>/dev/null <"$VAR/$1.leader" || return 1
    [ "$boot" = "$(this_boot)" ] && [ -n "$start" ] && [ "$(process_start "$pid")" = "$start" ] \
        && [[ $(process_fields "$pid") != Z* ]] && echo "$pid"
}

# members NAME: every process of its session, the leader's death survived or not. While one of them lives, the kernel gives the
# session's number to nobody else; one that bears it and began before the leader, or after another process took the number, is not ours.
members() {
    local pid start boot
    read -r pid start boot 2>/dev/null <"$VAR/$1.leader" || return 0
    [ "$boot" = "$(this_boot)" ] && [ -n "$start" ] || return 0
    [ -d "/proc/$pid" ] && [ "$(process_start "$pid")" != "$start" ] && return 0
    cat /proc/[0-9]*/stat 2>/dev/null | sed 's/^\([0-9]*\) (.*) /\1 /' \
        | awk -v session="$pid" -v since="$start" '$5 == session && $21 >= since && $2 != "Z" { print $1 }'
}

# end_members NAME: what a part left behind when its leader died, such as workers that still hold its port.
end_members() {
    local left waited=0
    # Not by whether members() went well: a process that ends while all are read makes it fail, and there is always one.
    while left=$(members "$1"); [ -n "$left" ] && [ $waited -lt 50 ]; do
        # shellcheck disable=SC2086
        kill -KILL $left 2>/dev/null
        sleep 0.1
        waited=$((waited + 1))
    done
}

# end_leader NAME SIGNAL: asks it to end and waits for 20 s before it is ended.
end_leader() {
    local pid waited=0
    if pid=$(leader "$1"); then
        kill "-$2" "$pid" 2>/dev/null
        while [ "$(leader "$1")" = "$pid" ] && [ $waited -lt 200 ]; do sleep 0.1; waited=$((waited + 1)); done
    fi
    end_members "$1"
    rm -f "$VAR/$1.leader"
}
