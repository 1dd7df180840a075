# What bin/start and bin/test share: installing, building, a PostgreSQL cluster, ports. Sourced, not run.

root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
run_as_pg=()

say() { printf '%s\n' "$*"; }
stop_because() { printf 'Swift Reed cannot go on: %s\n' "$*" >&2; exit 1; }

# The server refuses to run as root, so root hands it to the postgres user, in a folder which that user can enter.
pg_bin() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1; }

need_packages() { # packages that Debian 12 carries under these names
  local missing=() package
  for package in "$@"; do
    dpkg-query -W -f='${Status}' "$package" 2>/dev/null | grep -q 'install ok installed' || missing+=("$package")
  done
  [ ${#missing[@]} -eq 0 ] && return 0
  [ "$(id -u)" = 0 ] || stop_because "these packages are missing and only root can install them: ${missing[*]}. Run: apt-get install ${missing[*]}"
  command -v apt-get >/dev/null || stop_because "these programs are missing and this is not a Debian machine: ${missing[*]}"
  say "installing ${missing[*]}"
  mkdir -p "$root/var/log"
  { apt-get update && DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends "${missing[@]}"; } >"$root/var/log/apt.log" 2>&1 ||
    stop_because "apt-get could not install ${missing[*]} (is there a network? var/log/apt.log tells)"
}

# The distribution's node may be too old for the tools; any node from 18 up will do.
need_node() {
  command -v node >/dev/null || need_packages nodejs npm
  [ "$(node -p 'process.versions.node.split(".")[0]')" -ge 18 ] || stop_because "node is older than version 18: $(node --version)"
  command -v npm >/dev/null || need_packages npm
}

newer() { [ ! -e "$2" ] || [ -n "$(find $1 -newer "$2" -type f -print -quit 2>/dev/null)" ]; }

install_libraries() { # with "dev" the tools for tests come too
  cd "$root"
  mkdir -p var/log var/run
  if newer composer.json var/run/composer.$1 || [ ! -e vendor/autoload.php ]; then
    say "installing PHP libraries"
    COMPOSER_ALLOW_SUPERUSER=1 composer install --no-interaction --no-progress >var/log/composer.log 2>&1 ||
      stop_because "Composer could not install the PHP libraries (is there a network? var/log/composer.log tells)"
    touch var/run/composer.$1
  fi
  if newer package.json var/run/npm.stamp || [ ! -d node_modules/verovio ]; then
    say "installing Node libraries"
    npm install --no-package-lock --no-fund --no-audit >var/log/npm.log 2>&1 ||
      stop_because "npm could not install the Node libraries (is there a network? var/log/npm.log tells)"
    touch var/run/npm.stamp
  fi
  if newer "assets package.json" public/build/manifest.json; then
    say "building the interface"
    node assets/build.mjs >var/log/build.log 2>&1 || stop_because "the interface could not be built (var/log/build.log tells)"
  fi
}

port_is_free() { ! (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

free_port() { # the first free port from $1 up
  local port=$1
  while ! port_is_free "$port"; do
    port=$((port + 1))
    [ "$port" -lt $(($1 + 200)) ] || stop_because "no port is free between $1 and $port"
  done
  echo "$port"
}

start_database() { # $1: folder of the cluster, $2: port to begin looking at; sets DATABASE_URL
  local folder=$1 bin
  bin=$(pg_bin)
  [ -n "$bin" ] || stop_because "PostgreSQL is not installed; run: apt-get install postgresql-15"
  if [ "$(id -u)" = 0 ]; then
    run_as_pg=(runuser -u postgres --)
    mkdir -p "$folder"
    chown postgres "$folder"
  else
    mkdir -p "$folder"
  fi
  chmod 700 "$folder"
  (
    cd /
    if [ ! -e "$folder/data/PG_VERSION" ]; then
      "${run_as_pg[@]}" "$bin/initdb" -D "$folder/data" -U swiftreed -A trust -E UTF8 --locale=C.UTF-8 >"$root/var/log/initdb.log" 2>&1 || exit 1
    fi
  ) || stop_because "the database cluster could not be made in $folder (var/log/initdb.log tells)"
  if (cd / && "${run_as_pg[@]}" "$bin/pg_ctl" -D "$folder/data" status >/dev/null 2>&1); then
    database_port=$("${run_as_pg[@]}" sed -n 4p "$folder/data/postmaster.pid")
    database_was_running=1
  else
    database_port=$(free_port "$2")
    database_was_running=0
    (cd / && "${run_as_pg[@]}" "$bin/pg_ctl" -D "$folder/data" -w -t 60 -l "$folder/log" \
      -o "-p $database_port -c listen_addresses=127.0.0.1 -c unix_socket_directories='$folder' ${PG_OPTIONS:-}" start >/dev/null 2>&1) ||
      stop_because "PostgreSQL did not start ($folder/log tells)"
  fi
  database_folder=$folder
  psql -h 127.0.0.1 -p "$database_port" -U swiftreed -d postgres -tAc "SELECT 1 FROM pg_database WHERE datname = 'swiftreed'" 2>/dev/null | grep -q 1 ||
    psql -h 127.0.0.1 -p "$database_port" -U swiftreed -d postgres -qc 'CREATE DATABASE swiftreed' || stop_because "the database could not be made"
  export DATABASE_URL="postgresql://swiftreed@127.0.0.1:$database_port/swiftreed?serverVersion=15&charset=utf8"
}

stop_database() {
  (cd / && "${run_as_pg[@]}" "$(pg_bin)/pg_ctl" -D "$database_folder/data" -m fast stop >/dev/null 2>&1) || true
}

# nginx and php-fpm on the loopback address. $1: port, $2: folder for their files, $3: PHP workers; sets web and web_processes
start_web() {
  local port=$1 run=$2 workers=$3 fpm nginx server_user= fpm_user= fpm_flags= opcodes
  if [ "$(id -u)" = 0 ]; then
    server_user='user root;'
    fpm_user=$'user = root\ngroup = root'
    fpm_flags=-R
  fi
  mkdir -p "$run"
  rm -f "$run/php.sock"
  fill() {
    sed -e "s#@RUN@#$run#g" -e "s#@LOG@#$root/var/log#g" -e "s#@ROOT@#$root#g" -e "s#@PORT@#$port#g" -e "s#@WORKERS@#$workers#g" \
      -e "s#@VALIDATE@#$([ "$APP_ENV" = prod ] && echo 0 || echo 1)#g" "$1" |
      while IFS= read -r line; do [ "$line" = @USER@ ] && printf '%s\n' "$2" || printf '%s\n' "$line"; done
  }
  fpm=$(ls /usr/sbin/php-fpm8* 2>/dev/null | sort -V | tail -n 1)
  [ -n "$fpm" ] || stop_because "php-fpm is not installed; run: apt-get install php-fpm"
  nginx=$(command -v nginx || echo /usr/sbin/nginx)
  [ -x "$nginx" ] || stop_because "nginx is not installed; run: apt-get install nginx-light"
  fill "$root/config/server/php-fpm.conf.in" "$fpm_user" >"$run/php-fpm.conf"
  fill "$root/config/server/nginx.conf.in" "$server_user" >"$run/nginx.conf"
  # What the opcode cache has for all workers is set before there are any: in the pool's file it would be read too late.
  opcodes=(-d opcache.enable=1 -d opcache.memory_consumption=192 -d opcache.interned_strings_buffer=16 -d opcache.max_accelerated_files=20000
    -d opcache.jit_buffer_size=64M -d opcache.jit=tracing)
  [ "$APP_ENV" != prod ] || opcodes+=(-d opcache.preload="$root/config/preload.php" -d opcache.preload_user="$(id -un)")
  "$fpm" $fpm_flags "${opcodes[@]}" -y "$run/php-fpm.conf" -F >>"$root/var/log/php-fpm.log" 2>&1 &
  web_processes=($!)
  for _ in $(seq 100); do # it reads every class before it listens
    [ ! -S "$run/php.sock" ] || break
    kill -0 "${web_processes[0]}" 2>/dev/null || stop_because "php-fpm did not start (var/log/php-fpm.log tells)"
    sleep 0.1
  done
  "$nginx" -e "$root/var/log/nginx.log" -c "$run/nginx.conf" >>"$root/var/log/nginx.log" 2>&1 &
  web=$!
  web_processes+=("$web")
}
