# What ./start and ./test share: tools, the built screens, a PostgreSQL of our own.

say() { printf '%s\n' "$*" >&2; }
die() { say "$*"; exit 1; }

need_tools() {
  command -v go >/dev/null || [ ! -x /usr/local/go/bin/go ] || PATH=$PATH:/usr/local/go/bin
  command -v go >/dev/null || die "Go is missing: install Go 1.26 or newer."
  command -v node >/dev/null || die "Node is missing: install Node 20 or newer."
}

# install PROGRAM-OR-FILE PACKAGE...
install() {
  local there=$1; shift
  if command -v "$there" >/dev/null || compgen -G "$there" >/dev/null; then return; fi
  [ "$(id -u)" = 0 ] || die "Missing: $*. Install with: sudo apt-get install $*"
  say "Installing $* …"
  { apt-get update && DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends "$@"; } >"${TMPDIR:-/tmp}/brankel-apt.log" 2>&1 ||
    die "apt-get could not install $*: $(tail -3 "${TMPDIR:-/tmp}/brankel-apt.log")"
}

need_postgres() {
  if [ "$(id -u)" = 0 ] && ! compgen -G '/usr/lib/postgresql/*/bin/postgres' >/dev/null && [ ! -e /etc/postgresql-common/createcluster.conf ]; then
    mkdir -p /etc/postgresql-common # the package's own server is not wanted
    echo 'create_main_cluster = false' >/etc/postgresql-common/createcluster.conf
  fi
  install '/usr/lib/postgresql/*/bin/postgres' postgresql
  PG=$(dirname "$(compgen -G '/usr/lib/postgresql/*/bin/postgres' | sort -V | tail -1)")
}

# npm_ready FOLDER: installs what its lock file says, when that changed.
npm_ready() {
  local stamp="$1/node_modules/.brankel"
  if [ "$(cat "$stamp" 2>/dev/null)" = "$(sha256sum <"$1/package-lock.json")" ]; then return; fi
  say "Installing the packages of $1 …"
  (cd "$1" && PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD=1 npm ci --no-audit --no-fund --loglevel=error >&2) || die "npm ci failed in $1"
  sha256sum <"$1/package-lock.json" >"$stamp"
}

ui_sources() { find ui -path ui/node_modules -prune -o -path ui/dist -prune -o -type f -print0 | sort -z | xargs -0 sha256sum | sha256sum; }

# build: the screens when their sources changed, then the one binary.
build() {
  local sum; sum=$(ui_sources)
  if [ "$(cat bin/ui.sum 2>/dev/null)" != "$sum" ] || [ ! -e ui/dist/index.html ]; then
    npm_ready ui
    say "Building the screens …"
    (cd ui && npm run --silent build >&2) || die "the screens could not be built"
    mkdir -p bin && printf '%s' "$sum" >bin/ui.sum
  fi
  go build -o bin/brankel ./cmd/brankel || die "the server could not be built"
}

# as_db COMMAND...: PostgreSQL refuses to run as root.
as_db() { if [ "$(id -u)" = 0 ]; then (cd / && runuser -u postgres -- "$@"); else "$@"; fi; }

free_port() { node -e 'const s=require("net").createServer().listen(0,"127.0.0.1",()=>{process.stdout.write(String(s.address().port));s.close()})'; }

# look_before FOLDER: dies when what lies there is no database of ours that can be started, and no
# empty place for one. Nothing that is there is ever removed or written over.
look_before() {
  local dir=$1
  case $dir in /*) ;; *) die "BRANKEL_HOME is $dir: write the whole path of a folder, from / on, so that it is the same from everywhere." ;; esac
  [ ! -e "$dir" ] || [ -d "$dir" ] || die "$dir is a file: name a folder for the database in BRANKEL_HOME."
  [ -d "$dir" ] || return 0
  if [ -e "$dir/data" ] && [ ! -s "$dir/data/PG_VERSION" ] && [ -n "$(ls -A "$dir/data" 2>&1)" ]; then
    die "$dir/data is not empty, and no database can be seen in it: its PG_VERSION is missing or empty.
Nothing was changed there. If a disk was not mounted or a copy was cut off, put that right and start again.
If it is only PG_VERSION that is lost, write the number of its PostgreSQL back into it ($(basename "$(dirname "$PG")") is installed here).
To begin anew and keep what is there, move it away: mv $dir/data $dir/data.aside"
  fi
  if [ -s "$dir/data/PG_VERSION" ]; then
    local by; by=$(cat "$dir/data/PG_VERSION")
    [ -x "/usr/lib/postgresql/$by/bin/postgres" ] ||
      die "$dir/data was written by PostgreSQL $by, which is not installed here: apt-get install postgresql-$by, or move the data with pg_upgrade."
    PG=/usr/lib/postgresql/$by/bin
    [ -s "$dir/password" ] || die "$dir/password is missing, and the database in $dir/data asks for it: put it back from a copy."
  fi
  if [ -e "$dir/log" ] && { [ ! -f "$dir/log" ] || ! as_db test -w "$dir/log"; }; then
    die "$dir/log is in the way: the database writes its log there, and may not. Move it away: mv $dir/log $dir/log.aside"
  fi
}

# DB_FOR_TESTS are options of a server whose data nobody misses: nothing waits for the disk, and nothing looks through
# the hundreds of databases that tests make.
DB_FOR_TESTS='-c fsync=off -c synchronous_commit=off -c autovacuum=off -c max_connections=300'

# start_db FOLDER: a server on loopback and a free port with its data in FOLDER;
# sets DB_URL, and DB_STARTED when it was not running already.
start_db() {
  local dir=$1 port
  look_before "$dir"
  mkdir -p "$dir" || die "$dir can not be made: name another folder in BRANKEL_HOME."
  if [ "$(id -u)" = 0 ]; then chown postgres "$dir"; fi
  if [ ! -s "$dir/data/PG_VERSION" ]; then
    (umask 077 && node -e 'process.stdout.write(require("crypto").randomBytes(24).toString("hex"))' >"$dir/password")
    if [ "$(id -u)" = 0 ]; then chown postgres "$dir/password"; fi
    as_db "$PG/initdb" -D "$dir/data" -U brankel -E UTF8 --locale=C.UTF-8 -A scram-sha-256 --pwfile="$dir/password" >/dev/null || die "the database could not be set up in $dir"
  fi
  DB_DIR=$dir DB_STARTED=
  if ! as_db "$PG/pg_ctl" -D "$dir/data" status >/dev/null 2>&1; then
    port=$(free_port)
    as_db "$PG/pg_ctl" -D "$dir/data" -w -l "$dir/log" -o "-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories='' ${DB_OPTIONS:-}" start >/dev/null ||
      die "the database did not start: $(tail -5 "$dir/log")"
    DB_STARTED=yes
  fi
  port=$(as_db sed -n 4p "$dir/data/postmaster.pid" | tr -d ' ')
  DB_URL="postgres://brankel:$(as_db cat "$dir/password")@127.0.0.1:$port/postgres?sslmode=disable"
}

stop_db() { [ -z "${DB_STARTED:-}" ] || as_db "$PG/pg_ctl" -D "$DB_DIR/data" -m fast -w stop >/dev/null; DB_STARTED=; }

# own_or_named_db: the database that ./start uses; sets DB_URL, and home, "" where another PostgreSQL is named.
own_or_named_db() {
  home=
  if [ -n "${BRANKEL_DATABASE_URL:-}" ]; then DB_URL=$BRANKEL_DATABASE_URL; return; fi
  home=$(home_folder)
  [ -s "$home/data/PG_VERSION" ] || [ "$(basename "$0")" = restore ] || die "There is no database in $home: name its folder in BRANKEL_HOME."
  start_db "$home"
}

home_folder() { printf '%s' "${BRANKEL_HOME:-$([ "$(id -u)" = 0 ] && echo /var/lib/brankel || echo "$HOME/.local/share/brankel")}"; }

# db_name URL, and with_db URL NAME: the name of the database in an address, and the address with another one.
db_name() { node -e 'process.stdout.write(decodeURIComponent(new URL(process.argv[1]).pathname.slice(1)))' "$1"; }
with_db() { node -e 'const u=new URL(process.argv[1]);u.pathname="/"+process.argv[2];process.stdout.write(u.href)' "$1" "$2"; }

# on_server SQL: beside the database, not in it.
on_server() { "$PG/psql" -XAtq -v ON_ERROR_STOP=1 -c "$1" "$(with_db "$DB_URL" template1)" >/dev/null 2>&1; }

# prove_dump FILE: restores it into a scratch database, SCRATCH, and walks every chain there; PROVED says what was found.
prove_dump() {
  SCRATCH=scratch_$$_$(date +%s)
  on_server "CREATE DATABASE $SCRATCH TEMPLATE template0" || { say "No scratch database could be made."; SCRATCH=; return 1; }
  local url; url=$(with_db "$DB_URL" "$SCRATCH")
  "$PG/pg_restore" --no-owner --no-privileges --exit-on-error --dbname="$url" "$1" >&2 || return 1
  PROVED=$(BRANKEL_DATABASE_URL=$url bin/brankel verify) || return 1
}

drop_scratch() { [ -z "${SCRATCH:-}" ] || on_server "DROP DATABASE IF EXISTS $SCRATCH" || true; SCRATCH=; }

# still_serving FOLDER: the address of a server that is left from an earlier start, from
# the file it wrote; fails when there is none.
still_serving() {
  local pid address
  [ -s "$1/server" ] && read -r pid address <"$1/server" || return 1
  kill -0 "$pid" 2>/dev/null && [ "$(tr '\0' ' ' <"/proc/$pid/cmdline" 2>/dev/null | grep -c 'brankel serve')" = 1 ] || return 1
  printf '%s' "$address"
}
