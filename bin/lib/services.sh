# shellcheck shell=bash
# Starts, watches and stops the three services. Needs ROOT, VAR, DATA, PORT, STARTED, say and fail.

# Sockets have short paths by nature; they live in a private folder of their own.
RUN=${XDG_RUNTIME_DIR:-/tmp}/coin-stair-$(id -u)-$(printf '%s' "$VAR" | sha256sum | cut -c1-10)

address() { echo "http://127.0.0.1:$(cat "$VAR/port" 2>/dev/null || echo "$PORT")"; }

alive() { [ -f "$1" ] && kill -0 "$(cat "$1")" 2>/dev/null; }
running() { alive "$VAR/nginx.pid" || alive "$VAR/fpm.pid" || alive "$VAR/database.pid"; }
port_free() { ! (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

free_port() {
    local port=$1
    while ! port_free "$port"; do port=$((port + 1)); done
    echo "$port"
}

random_word() { head -c 24 /dev/urandom | base64 | tr -d '/+=\n'; }

prepare_folders() {
    mkdir -p "$VAR/tmp" "$ROOT/var/cache" || fail "$VAR cannot be written."
    chmod 700 "$VAR"
    mkdir -p -m 700 "$RUN"
    [ -O "$RUN" ] || fail "$RUN belongs to somebody else."
    if [ ! -f "$VAR/env" ]; then
        (umask 077 && printf 'APP_ENV=prod\nAPP_SECRET=%s\nDATABASE_PASSWORD=%s\n' "$(random_word)" "$(random_word)" >"$VAR/env")
    fi
}

setting() { sed -n "s/^$1=//p" "$VAR/env"; }

as_root_user() { [ "$(id -u)" = 0 ] && echo "--user=root"; }

start_database() {
    local fresh=no password db_port waited=0
    password=$(setting DATABASE_PASSWORD)
    if [ ! -f "$DATA/.ready" ]; then
        # A set-up that was broken off holds no data yet; it is moved aside, since nothing here is ever deleted.
        if [ -f "$DATA/.unfinished" ]; then mv "$DATA" "$DATA.unfinished-$(date +%Y%m%d%H%M%S)"; fi
        # Whatever else lies there was not made by this start: it may be somebody's only copy.
        if [ -d "$DATA" ] && [ -n "$(ls -A "$DATA" 2>/dev/null)" ]; then
            fail "$DATA is not empty, and nothing tells that Coin Stair made it (its file .ready is missing). Nothing in it was touched.
If it is a restored copy of a Coin Stair database, make the file and start again: touch '$DATA/.ready'
If it is anything else, name another folder with COIN_STAIR_DATA, or move it away."
        fi
        fresh=yes
        mkdir -p "$DATA"
        touch "$DATA/.unfinished"
        # shellcheck disable=SC2046
        mariadb-install-db --no-defaults --datadir="$DATA" --auth-root-authentication-method=normal \
            --skip-test-db --skip-log-bin $(as_root_user) >"$VAR/database.log" 2>&1 \
            || fail "the database could not be set up; $VAR/database.log says why."
    fi
    db_port=$(free_port 33060)
    # shellcheck disable=SC2046
    setsid "$(command -v mariadbd || echo /usr/sbin/mariadbd)" --no-defaults --datadir="$DATA" \
        --bind-address=127.0.0.1 --port="$db_port" --socket="$RUN/db.sock" --pid-file="$VAR/database.pid" \
        --log-error="$VAR/database.log" --character-set-server=utf8mb4 --innodb-buffer-pool-size=256M \
        --innodb-flush-log-at-trx-commit="${COIN_STAIR_FLUSH:-1}" --query-cache-type=1 --query-cache-size=32M \
        --skip-name-resolve --max-allowed-packet=64M $(as_root_user) >/dev/null 2>&1 </dev/null &
    local pid=$!
    STARTED+=("$pid")
    until ! port_free "$db_port"; do
        kill -0 "$pid" 2>/dev/null \
            || fail "the database in $DATA does not start; the last lines of $VAR/database.log: $(tail -n 3 "$VAR/database.log")"
        waited=$((waited + 1))
        [ $waited -lt 300 ] || fail "the database did not answer within 30 s; $VAR/database.log says more."
        sleep 0.1
    done
    if [ $fresh = yes ]; then
        mariadb --no-defaults --socket="$RUN/db.sock" --user=root >>"$VAR/database.log" 2>&1 <<SQL \
            || fail "the database's accounts could not be made; $VAR/database.log says why."
CREATE DATABASE coin_stair CHARACTER SET utf8mb4;
CREATE USER 'coin_stair'@'127.0.0.1' IDENTIFIED BY '$password';
GRANT ALL ON \`coin\_stair%\`.* TO 'coin_stair'@'127.0.0.1';
DELETE FROM mysql.global_priv WHERE User = '' OR (User = 'root' AND Host <> 'localhost');
ALTER USER 'root'@'localhost' IDENTIFIED BY '$password';
FLUSH PRIVILEGES;
SQL
        touch "$DATA/.ready"
        rm -f "$DATA/.unfinished"
    fi
    local url='mysql://coin_stair:%s@127.0.0.1:%s/coin_stair?serverVersion=10.11.6-MariaDB&charset=utf8mb4'
    # shellcheck disable=SC2059
    (umask 077 && printf "$url" "$password" "$db_port" >"$VAR/database-url")
}

console() { COIN_STAIR_HOME=$VAR "$ROOT/bin/console" --no-interaction "$@"; }

migrate() {
    local sources=("$ROOT/config" "$ROOT/src" "$ROOT/core" "$ROOT/templates" "$ROOT/translations")
    once container "$(state_of "${sources[@]}" "$ROOT/composer.json" "$ROOT/public/build/manifest.json")" build_container \
        || fail "the application could not be prepared; $ROOT/var/container.log says why."
    console doctrine:migrations:migrate --allow-no-migration --quiet >"$VAR/migrate.log" 2>&1 \
        || fail "the database's tables could not be brought up to date; $VAR/migrate.log says why."
}

build_container() {
    rm -rf "$ROOT/var/cache/prod"
    console cache:warmup >"$ROOT/var/container.log" 2>&1
}

start_web() {
    local as_root=() user=''
    write_configuration
    if [ "$(id -u)" = 0 ]; then as_root=(--allow-to-run-as-root); fi
    setsid "$(fpm_binary)" --nodaemonize --fpm-config "$VAR/fpm.conf" "${as_root[@]}" \
        -d opcache.jit=tracing -d opcache.jit_max_root_traces=20000 -d opcache.jit_max_side_traces=20000 \
        -d opcache.jit_buffer_size=96M -d opcache.memory_consumption=192 \
        -d opcache.interned_strings_buffer=16 -d opcache.max_accelerated_files=20000 \
        -d opcache.validate_timestamps=0 >"$VAR/fpm-start.log" 2>&1 </dev/null &
    STARTED+=("$!")
    setsid /usr/sbin/nginx -e "$VAR/nginx-error.log" -c "$VAR/nginx.conf" >"$VAR/nginx-start.log" 2>&1 </dev/null &
    STARTED+=("$!")
    echo "$PORT" >"$VAR/port"
    local waited=0
    until [ "$(curl -s -o /dev/null -w '%{http_code}' "http://127.0.0.1:$PORT/health")" = 200 ]; do
        waited=$((waited + 1))
        [ $waited -lt 100 ] || fail "the web server does not answer at port $PORT; see $VAR/nginx-error.log and $VAR/fpm.log."
        sleep 0.1
    done
}

write_configuration() {
    local root_user='' pool_user=''
    if [ "$(id -u)" = 0 ]; then
        root_user='user root;'
        pool_user=$'user = root\ngroup = root'
    fi
    (umask 077 && cat >"$VAR/fpm.conf" <<CONF
[global]
pid = $VAR/fpm.pid
error_log = $VAR/fpm.log
[www]
$pool_user
listen = $RUN/fpm.sock
listen.mode = 0600
pm = static
pm.max_children = 6
pm.max_requests = 2000
catch_workers_output = yes
decorate_workers_output = no
clear_env = yes
env[COIN_STAIR_HOME] = $VAR
env[APP_ENV] = prod
php_admin_value[realpath_cache_size] = 4096K
php_admin_value[realpath_cache_ttl] = 600
php_admin_value[memory_limit] = 256M
php_admin_value[upload_max_filesize] = 40M
php_admin_value[post_max_size] = 42M
; A request lives for milliseconds and its memory goes as a whole: looking for cycles in it costs more than they would.
php_admin_flag[zend.enable_gc] = off
php_admin_value[expose_php] = 0
php_admin_value[display_errors] = 0
php_admin_value[log_errors] = 1
php_admin_value[max_execution_time] = 20
php_admin_value[upload_tmp_dir] = $VAR/tmp
CONF
    )
    cat >"$VAR/nginx.conf" <<CONF
$root_user
worker_processes 1;
daemon off;
pid $VAR/nginx.pid;
error_log $VAR/nginx-error.log warn;
events { worker_connections 256; }
http {
    include /etc/nginx/mime.types;
    types { text/javascript mjs; }
    default_type application/octet-stream;
    charset utf-8;
    charset_types text/html text/css text/plain text/javascript application/javascript application/json image/svg+xml;
    access_log off;
    server_tokens off;
    sendfile on;
    gzip on;
    gzip_min_length 512;
    gzip_comp_level 1;
    gzip_static on;
    gzip_types text/css text/javascript application/javascript application/json image/svg+xml application/vnd.recordare.musicxml+xml;
    client_body_temp_path $VAR/tmp/body;
    proxy_temp_path $VAR/tmp/proxy;
    fastcgi_temp_path $VAR/tmp/fastcgi;
    uwsgi_temp_path $VAR/tmp/uwsgi;
    scgi_temp_path $VAR/tmp/scgi;
    # More than the application's own limit, so that it can refuse a large upload with words of its own.
    client_max_body_size 256m;
    server {
        listen 127.0.0.1:$PORT;
        root $ROOT/public;
        add_header X-Content-Type-Options nosniff always;
        location /build/ {
            add_header X-Content-Type-Options nosniff always;
            add_header Cache-Control "public, max-age=31536000, immutable";
            try_files \$uri =404;
        }
        location = /lesson-worker.js {
            add_header Cache-Control "no-cache";
            add_header Service-Worker-Allowed "/";
        }
        location / { try_files \$uri /index.php\$is_args\$args; }
        location = /index.php {
            internal;
            fastcgi_pass unix:$RUN/fpm.sock;
            fastcgi_param QUERY_STRING \$query_string;
            fastcgi_param REQUEST_METHOD \$request_method;
            fastcgi_param CONTENT_TYPE \$content_type;
            fastcgi_param CONTENT_LENGTH \$content_length;
            fastcgi_param SCRIPT_NAME /index.php;
            fastcgi_param REQUEST_URI \$request_uri;
            fastcgi_param SERVER_PROTOCOL \$server_protocol;
            fastcgi_param REMOTE_ADDR \$remote_addr;
            fastcgi_param SERVER_NAME 127.0.0.1;
            fastcgi_param SERVER_PORT \$server_port;
            fastcgi_param HTTP_HOST \$host:\$server_port;
            fastcgi_param SCRIPT_FILENAME $ROOT/public/index.php;
            fastcgi_param DOCUMENT_ROOT $ROOT/public;
            fastcgi_param HTTP_PROXY "";
            fastcgi_buffers 32 16k;
            fastcgi_buffer_size 32k;
        }
        location ~ \.php\$ { return 404; }
    }
}
CONF
}

stop_process() {
    local file=$1 signal=$2 pid waited=0
    alive "$file" || { rm -f "$file"; return 0; }
    pid=$(cat "$file")
    kill "-$signal" "$pid" 2>/dev/null
    while kill -0 "$pid" 2>/dev/null && [ $waited -lt 150 ]; do sleep 0.1; waited=$((waited + 1)); done
    kill -0 "$pid" 2>/dev/null && kill -KILL "$pid" 2>/dev/null
    rm -f "$file"
}

stop_services() {
    stop_process "$VAR/nginx.pid" QUIT
    stop_process "$VAR/fpm.pid" TERM
    stop_process "$VAR/database.pid" TERM
}

stop_started() {
    trap - EXIT
    [ ${#STARTED[@]} -gt 0 ] || return 0
    stop_services
    local pid
    for pid in "${STARTED[@]}"; do kill "$pid" 2>/dev/null; done
    wait 2>/dev/null
    say "Stopped."
}

stop_all() {
    if running; then
        stop_services
        say "Stopped."
    else
        say "Nothing was running."
    fi
}

status() {
    local name result=0
    for name in database fpm nginx; do
        if alive "$VAR/$name.pid"; then say "$name runs (process $(cat "$VAR/$name.pid"))"; else say "$name does not run"; result=1; fi
    done
    [ $result = 0 ] && say "Coin Stair runs at $(address)"
    return $result
}

watch_started() {
    local pid
    wait -n "${STARTED[@]}"
    alive "$VAR/database.pid" || alive "$VAR/nginx.pid" || { STARTED=(); trap - EXIT; say "Stopped."; exit 0; }
    for pid in "${STARTED[@]}"; do
        kill -0 "$pid" 2>/dev/null \
            || say "coin-stair: one of the services ended by itself; the others are stopped. $VAR holds their logs." >&2
    done
    exit 1
}
