# shellcheck shell=bash
# The configurations of php-fpm and nginx, written for each start. Needs ROOT, VAR, RUN and PORT; home.sh.

write_configuration() {
    local root_user='' pool_user='' public hosts real_address='' public_address security settings import_priority=''
    public=$(setting PUBLIC_ADDRESS "http://127.0.0.1:$PORT")
    hosts=$(sed -E 's#^https?://##; s#[:/].*##' <<<"$public")
    # The headers of src/Shared/Web/SecurityHeaders.php, for the two pages that nginx gives by itself.
    security="add_header Content-Security-Policy \"default-src 'none'; style-src 'self'; img-src 'self'; font-src 'self'; base-uri 'none'; \
frame-ancestors 'none'\" always;
            add_header X-Content-Type-Options nosniff always;
            add_header X-Frame-Options DENY always;
            add_header Referrer-Policy same-origin always;
            add_header Cross-Origin-Opener-Policy same-origin always;
            add_header Permissions-Policy \"camera=(), microphone=(), geolocation=()\" always;"
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
        # Reading files steps back behind everything else; only the root user may say so.
        import_priority='process.priority = 10'
    fi
    # A request lives for milliseconds and its memory goes as a whole: looking for cycles in it costs more than they would.
    settings="catch_workers_output = yes
decorate_workers_output = no
clear_env = yes
env[COIN_STAIR_HOME] = $VAR
env[APP_ENV] = prod
php_admin_value[memory_limit] = 256M
php_admin_value[realpath_cache_size] = 4096K
php_admin_value[realpath_cache_ttl] = 600
php_admin_value[upload_max_filesize] = 40M
php_admin_value[post_max_size] = 42M
php_admin_flag[zend.enable_gc] = off
php_admin_value[expose_php] = 0
php_admin_value[display_errors] = 0
php_admin_value[log_errors] = 1
php_admin_value[upload_tmp_dir] = $VAR/tmp"
    (umask 077 && cat >"$VAR/fpm.conf" <<CONF
[global]
error_log = /proc/self/fd/2
process_control_timeout = 10s
emergency_restart_threshold = 0
[www]
$pool_user
listen = $RUN/fpm.sock
listen.mode = 0600
; Who waits for a free worker waits here.
listen.backlog = 1024
pm = static
pm.max_children = 6
pm.max_requests = 2000
php_admin_value[max_execution_time] = 20
$settings
[imports]
$pool_user
listen = $RUN/imports.sock
$import_priority
listen.mode = 0600
listen.backlog = 64
pm = static
pm.max_children = 2
pm.max_requests = 500
; A file is read or refused within two seconds; what is not is ended.
request_terminate_timeout = 15s
php_admin_value[max_execution_time] = 10
$settings
CONF
    )
    cat >"$VAR/nginx.conf" <<CONF
$root_user
worker_processes 1;
worker_rlimit_nofile 16384;
daemon off;
pid $RUN/nginx.pid;
error_log stderr warn;
events { worker_connections 4096; }
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
    map \$request_method\$request_uri \$reads_a_file {
        default 0;
        "~^POST/(library/(new|outline|entry)|pieces/[0-9]+/(newer|line))(\?|\$)" 1;
    }
    # What waits for the application at one moment. More than that is told so at once instead of waiting in vain.
    limit_conn_zone \$server_name zone=application:1m;
    limit_conn_status 503;
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
        error_page 500 /build/broken.html;
        error_page 502 503 504 =503 /build/away.html;
        location = /alive { return 204; }
        location = /build/away.html {
            internal;
            $security
            add_header Retry-After 5 always;
            add_header Cache-Control no-store always;
        }
        location = /build/broken.html {
            internal;
            $security
            add_header Cache-Control no-store always;
        }
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
        location / { try_files \$uri /index.php\$is_args\$args; }
        location = /index.php {
            internal;
            set \$pool $RUN/fpm.sock;
            # Files are read by workers of their own, so that six of them do not stand in the way of a coin.
            if (\$reads_a_file) { set \$pool $RUN/imports.sock; }
            limit_conn application 400;
            fastcgi_pass unix:\$pool;
            fastcgi_connect_timeout 3s;
            fastcgi_read_timeout 25s;
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
            $public_address
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
