# Shared by ./start and ./test: installs what is missing and runs a PostgreSQL of the project's own on loopback.
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
say() { printf '%s\n' "$*" >&2; }
as_root() { if [[ $(id -u) == 0 ]]; then "$@"; else sudo "$@"; fi; }

# need COMMAND-OR-PATH PACKAGE ...: installs Debian packages whose command is missing.
need() {
  local missing=()
  while (($#)); do
    if ! compgen -G "$1" >/dev/null && ! command -v "$1" >/dev/null; then missing+=("$2"); fi
    shift 2
  done
  ((${#missing[@]})) || return 0
  say "installing ${missing[*]}"
  as_root apt-get update -q >/dev/null
  DEBIAN_FRONTEND=noninteractive as_root apt-get install -y -q "${missing[@]}" >/dev/null
}

need_dotnet() {
  command -v dotnet >/dev/null && return
  say "The .NET 10 SDK is needed and Debian has no package of it: install it, then run this again."
  exit 1
}

# What runs for a minute: watching itself to get faster costs more than it brings, and a small nursery is swept all the time.
brief=(env DOTNET_TieredPGO=0 DOTNET_GCgen0size=0x4000000)

# build ARGUMENTS...: the compiler's server keeps it warm from one project to the next; it ends with the build.
build() {
  UseSharedCompilation=true "${brief[@]}" dotnet build "$@" -c Release --nologo -v quiet -clp:ErrorsOnly -p:UseSharedCompilation=true
  local code=$?
  dotnet build-server shutdown --vbcscompiler >/dev/null 2>&1 || true
  return $code
}

npm_packages() {
  need npm npm
  [[ -f $root/node_modules/.installed && $root/node_modules/.installed -nt $root/package-lock.json ]] && return
  say "installing npm packages"
  (cd "$root" && npm ci --ignore-scripts --no-audit --no-fund --silent)
  touch "$root/node_modules/.installed"
}

# assets: styles and scripts as they are served; again when a page, a style, a script or a package is newer.
assets() {
  local css=$root/src/Web/wwwroot/app.css newer=none
  if [[ -f $css ]]; then
    newer=$(find "$root/src/Web" "$root/package-lock.json" \( -path '*/bin' -o -path '*/obj' -o -path '*/wwwroot' \) -prune \
      -o -type f \( -name '*.cshtml' -o -name '*.css' -o -name '*.js' -o -name '*.mjs' -o -name package-lock.json \) -newer "$css" -print -quit)
  fi
  [[ -z $newer ]] || (cd "$root" && node src/Web/Assets/build.mjs)
}

# pg_up FOLDER PORT: a cluster of our own; PostgreSQL refuses to run as root, so postgres owns it then.
pg_up() {
  local folder=$1 port=$2
  pg_folder=$folder
  need '/usr/lib/postgresql/*/bin/initdb' postgresql
  pg_bin=$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -1)
  pg_as() { if [[ $(id -u) == 0 ]]; then runuser -u postgres -- "$@"; else "$@"; fi; }
  if [[ ! -f $folder/PG_VERSION ]]; then
    mkdir -p "$folder"
    if [[ $(id -u) == 0 ]]; then
      chown postgres "$folder"
      # Every folder on the way must let the postgres user through.
      local up=$folder
      while [[ $up != / ]]; do up=$(dirname "$up"); runuser -u postgres -- test -x "$up" || chmod o+x "$up"; done
    fi
    pg_as "$pg_bin/initdb" -D "$folder" -A trust -U plurimax -E UTF8 --locale=C.UTF-8 >/dev/null
  fi
  if ! pg_as "$pg_bin/pg_ctl" -D "$folder" status >/dev/null 2>&1; then
    pg_as "$pg_bin/pg_ctl" -D "$folder" -l "$folder/log" -w -t 60 -o "-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories='' ${PG_EXTRA:-}" start >/dev/null || { tail -5 "$folder/log" >&2; exit 1; }
    PG_STARTED=1
  fi
  pg_stop() { [[ -n ${PG_STARTED:-} ]] && pg_as "$pg_bin/pg_ctl" -D "$pg_folder" -m fast -w stop >/dev/null 2>&1 || true; }
}

# free_port FROM: the first port from there on that nothing listens on.
free_port() {
  local p=$1
  while (exec 3<>"/dev/tcp/127.0.0.1/$p") 2>/dev/null; do p=$((p + 1)); done
  echo "$p"
}

# installation: where the database and the files are that ./backup and ./restore mean. Of the environment, as the application reads it; else
# those of ./start, whose PostgreSQL is started for the while where it does not run.
installation() {
  local part key value port=${Port:-5080}
  data_folder=${DataFolder:-$root/.data}
  if [[ -z ${Database:-} ]]; then
    mkdir -p "$data_folder"
    pg_up "$data_folder/pg" "$((port + 353))"
    Database="Host=127.0.0.1;Port=$((port + 353));Database=plurimax;Username=plurimax"
    [[ -n $(psql -h 127.0.0.1 -p "$((port + 353))" -U plurimax -d postgres -Atc "select 1 from pg_database where datname='plurimax'") ]] ||
      createdb -h 127.0.0.1 -p "$((port + 353))" -U plurimax plurimax
  else
    need '/usr/lib/postgresql/*/bin/pg_dump' postgresql-client
    pg_bin=$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -1)
    pg_stop() { :; }
  fi
  local IFS=';'
  for part in $Database; do
    key=$(tr -d ' ' <<<"${part%%=*}") value=${part#*=}
    case ${key,,} in
      host|server) export PGHOST=$value ;;
      port) export PGPORT=$value ;;
      database) export PGDATABASE=$value ;;
      username|userid) export PGUSER=$value ;;
      password) export PGPASSWORD=$value ;;
      sslmode) export PGSSLMODE=${value,,} ;;
    esac
  done
}
