# shellcheck shell=bash
# The configurations of php-fpm and nginx, written for each start. Needs ROOT, VAR, RUN and PORT; home.sh.

write_configuration() {
    local root_user='' pool_user='' public hosts real_address='' public_address served=$VAR/server
    public=$(setting PUBLIC_ADDRESS "http://127.0.0.1:$PORT")
    hosts=$(sed -E 's#^https?://##; s#[:/].*##' <<<"$public")
    if [[ $public = https://* ]]; then
        # Behind a proxy on this machine that speaks TLS: it tells who asks, and all addresses and cookies are those of https.
        real_address=$'    set_real_ip_from 127.0.0.1;\n    real_ip_header X-Forwarded-For;'
        public_address="fastcgi_param HTTPS on;
            fastcgi_param SERVER_PORT 443;
            fastcgi_param HTTP_HOST $(sed -E 's#^https://##; s#/.*##' <<<"$public");"
    else
        public_address="fastcgi_param SERVER_PORT \$server_port;
            fastcgi_param HTTP_HOST \$host:\$server_port;"
    fi
    if [ "$(id -u)" = 0 ]; then
        root_user='user root;'
        pool_user=$'user = root\ngroup = root'
    fi
    mkdir -p "$served"
    # A request lives for milliseconds and its memory goes as a whole: looking for cycles in it costs more than they would.
    cat >"$served/settings" <<CONF
$pool_user
catch_workers_output = yes
decorate_workers_output = no
clear_env = yes
env[COIN_STAIR_HOME] = $VAR
env[APP_ENV] = $(setting APP_ENV prod)
php_admin_value[memory_limit] = 256M
php_admin_value[realpath_cache_size] = 4096K
php_admin_value[realpath_cache_ttl] = 600
php_admin_value[upload_max_filesize] = 40M
php_admin_value[post_max_size] = 42M
php_admin_flag[zend.enable_gc] = off
php_admin_value[expose_php] = 0
php_admin_value[display_errors] = 0
php_admin_value[log_errors] = 1
php_admin_value[upload_tmp_dir] = $VAR/tmp
CONF
    # The headers of src/Shared/Web/SecurityHeaders.php, for the pages that nginx gives by itself.
    cat >"$served/headers" <<CONF
add_header Content-Security-Policy "default-src 'none'; style-src 'self'; img-src 'self'; font-src 'self'; base-uri 'none'; \
frame-ancestors 'none'" always;
add_header X-Content-Type-Options nosniff always;
add_header X-Frame-Options DENY always;
add_header Referrer-Policy same-origin always;
add_header Cross-Origin-Opener-Policy same-origin always;
add_header Permissions-Policy "camera=(), microphone=(), geolocation=()" always;
add_header Cache-Control no-store always;
CONF
    cat >"$served/application" <<CONF
fastcgi_connect_timeout 3s;
fastcgi_intercept_errors on;
fastcgi_param QUERY_STRING \$query_string;
fastcgi_param REQUEST_METHOD \$request_method;
fastcgi_param CONTENT_TYPE \$content_type;
fastcgi_param CONTENT_LENGTH \$content_length;
fastcgi_param SCRIPT_NAME /index.php;
fastcgi_param REQUEST_URI \$request_uri;
fastcgi_param SERVER_PROTOCOL \$server_protocol;
fastcgi_param REMOTE_ADDR \$remote_addr;
fastcgi_param SERVER_NAME \$host;
fastcgi_param COIN_STAIR_REQUEST \$request_id;
fastcgi_param COIN_STAIR_UNDER_WAY \$connections_writing;
$public_address
fastcgi_param SCRIPT_FILENAME $ROOT/public/index.php;
fastcgi_param DOCUMENT_ROOT $ROOT/public;
fastcgi_param HTTP_PROXY "";
fastcgi_buffers 32 16k;
fastcgi_buffer_size 32k;
fastcgi_max_temp_file_size 64m;
CONF
    # Pools, limits, and which address is of which kind: from the one table of shares (src/Shared/Shares).
    console server:configure "$served" "$RUN" "$served/settings" "$served/application" "$served/headers" \
        || fail "the shares of the server could not be written."
    (umask 077 && cat >"$VAR/fpm.conf" <<CONF
[global]
error_log = /proc/self/fd/2
log_limit = 16384
process_control_timeout = 10s
emergency_restart_threshold = 0
include = $served/pools.conf
CONF
    )
    cat >"$VAR/nginx.conf" <<CONF
$root_user
worker_processes 1;
worker_rlimit_nofile 32768;
daemon off;
pid $RUN/nginx.pid;
error_log stderr warn;
events { worker_connections 12288; }
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
    # Who is slow is waited for a while; what a slow reader does not take lies in files, and holds no process.
    client_header_timeout 15s;
    client_body_timeout 20s;
    send_timeout 30s;
    keepalive_timeout 40s;
    reset_timedout_connection on;
    limit_conn_status 429;
    limit_req_status 429;
    limit_conn_log_level warn;
    limit_req_log_level warn;
    include $served/zones.conf;
$real_address
    # Only the hosts that are named are answered.
    server {
        listen 127.0.0.1:$PORT default_server;
        default_type text/plain;
        return 421 "This address is not known here.\n";
    }
    server {
        listen 127.0.0.1:$PORT;
        server_name 127.0.0.1 localhost $hosts;
        root $ROOT/public;
        location = /alive { return 204; }
        location /build/ {
            add_header X-Content-Type-Options nosniff always;
            add_header Cache-Control "public, max-age=31536000, immutable";
            try_files \$uri =404;
        }
        location = /lesson-worker.js {
            add_header X-Content-Type-Options nosniff always;
            add_header Cache-Control "no-cache";
            add_header Service-Worker-Allowed "/";
        }
        # No address of ours begins with the name of a script, which the router would leave out.
        location ^~ /index.php { return 404; }
        include $served/locations.conf;
        location ~ \.php\$ { return 404; }
    }
}
CONF
}
