# Jovet's own PostgreSQL cluster: in the data folder, on a free loopback port, run by an unprivileged user.

default_data() {
  if [[ $(id -u) == 0 ]]; then echo /var/lib/jovet; else echo "${XDG_DATA_HOME:-$HOME/.local/share}/jovet"; fi
}

# PostgreSQL refuses to run as root.
as_database_user() { "$ROOT/setup/as-database-user" "$@"; }

free_port() { node -e 'const s = require("net").createServer().listen(0, "127.0.0.1", () => { console.log(s.address().port); s.close(); })'; }

pid_alive() { [[ -f $1 ]] && kill -0 "$(head -n 1 "$1")" 2>/dev/null; }

cluster_programs() {
  local version=$DATA/postgres/PG_VERSION
  if [[ ! -f $version ]]; then newest_postgresql && return; fi
  [[ -x /usr/lib/postgresql/$(<"$version")/bin/postgres ]] ||
    fail "The data folder $DATA was made by PostgreSQL $(<"$version"), which is not installed. Run: apt-get install postgresql-$(<"$version")"
  echo "/usr/lib/postgresql/$(<"$version")/bin"
}

# Takes the data folder for this Jovet alone. The lock goes with this process, however it ends.
open_data_folder() {
  mkdir -p "$DATA" 2>/dev/null || fail "The data folder $DATA cannot be made: no right to write there. Choose another with --data."
  [[ -w $DATA ]] || fail "The data folder $DATA cannot be written. Choose another with --data, or run as its owner."
  exec 9>"$DATA/lock" || fail "The disk is full or read-only: $DATA/lock cannot be written."
  flock --nonblock 9 || fail "The data folder $DATA is in use by another Jovet. Stop that one with './jovet stop --data $DATA', or choose another folder with --data."
  end_leftovers
  if [[ -n $FRESH && -d $DATA/postgres ]]; then
    local aside
    aside="$DATA/before-$(date +%Y%m%d-%H%M%S)"
    mkdir "$aside" && mv "$DATA/postgres" "$DATA/password" "$aside/"
    printf '  old data put aside in %s\n' "$aside"
  fi
  need_space "$DATA" 200
}

# A Jovet that was killed outright may have left its children behind.
end_leftovers() {
  if pid_alive "$DATA/web.pid" && grep -qa 'web/build' "/proc/$(<"$DATA/web.pid")/cmdline" 2>/dev/null; then
    kill -TERM "$(<"$DATA/web.pid")" 2>/dev/null || true
  fi
  if pid_alive "$DATA/devices.pid" && grep -qa 'devices/src' "/proc/$(<"$DATA/devices.pid")/cmdline" 2>/dev/null; then
    kill -TERM "$(<"$DATA/devices.pid")" 2>/dev/null || true
  fi
  rm -f "$DATA/web.pid" "$DATA/devices.pid"
  if pid_alive "$DATA/postgres/postmaster.pid"; then stop_cluster; fi
}

make_cluster() {
  local programs=$1 secret
  rm -rf "$DATA/postgres.making"
  secret=$(node -e 'console.log(require("crypto").randomBytes(24).toString("base64url"))')
  (umask 077 && printf '%s' "$secret" >"$DATA/password")
  if [[ $(id -u) == 0 ]]; then
    id jovet >/dev/null 2>&1 || useradd --system --home-dir /nonexistent --shell /usr/sbin/nologin jovet
    install -d -m 0700 -o jovet -g jovet "$DATA/postgres.making"
    as_database_user test -x "$DATA" ||
      fail "The database user 'jovet' cannot reach $DATA: a folder above it is private. Choose another with --data."
  else
    install -d -m 0700 "$DATA/postgres.making"
  fi
  # initdb reads the password from a file of its own user, which lives no longer than that.
  (umask 077 && printf '%s' "$secret" >"$DATA/initial-password")
  [[ $(id -u) != 0 ]] || chown jovet "$DATA/initial-password"
  run_logged 'Making the database' 'See the lines above.' as_database_user "$programs/initdb" \
    --pgdata "$DATA/postgres.making" --username jovet --auth scram-sha-256 --pwfile "$DATA/initial-password" \
    --encoding UTF8 --locale C.UTF-8
  rm -f "$DATA/initial-password"
  # Half a cluster never has the name of a whole one.
  mv "$DATA/postgres.making" "$DATA/postgres"
  DID='made and started'
}

start_cluster() {
  local programs port
  programs=$(cluster_programs) || exit 1
  DID=started
  [[ -f $DATA/postgres/PG_VERSION ]] || make_cluster "$programs"
  port=$(free_port)
  # A session of its own, or Ctrl-C would end the database before the web server.
  # shellcheck disable=SC2016
  run_logged 'Starting the database' "Its log is $DATA/postgres/postgres.log." \
    setsid --wait bash -c 'exec 9>&-; "$@"' - "$ROOT/setup/as-database-user" "$programs/pg_ctl" start --wait --silent \
    --pgdata "$DATA/postgres" --log "$DATA/postgres/postgres.log" \
    --options "-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c timezone=UTC -c log_timezone=UTC"
  export JOVET_DATABASE_URL="postgres://jovet:$(<"$DATA/password")@127.0.0.1:$port/jovet"
  (umask 077 && printf '%s' "$JOVET_DATABASE_URL" >"$DATA/database.url")
}

stop_cluster() {
  local programs
  programs=$(cluster_programs) || return 0
  as_database_user "$programs/pg_ctl" stop --wait --silent --mode fast --pgdata "$DATA/postgres" >/dev/null 2>&1 || true
  rm -f "$DATA/database.url"
}

# A word made by chance, kept in a file that nobody else reads.
secret_in() {
  [[ -s $DATA/$1 ]] || (umask 077 && head -c 36 /dev/urandom | base64 -w0 | tr '+/' '-_' >"$DATA/$1.new" && mv "$DATA/$1.new" "$DATA/$1")
  printf '%s' "$(<"$DATA/$1")"
}

prepare_database() {
  local said
  JOVET_WEB_PASSWORD=$(secret_in web-password)
  export JOVET_WEB_PASSWORD
  said=$(node web/build/prepare.cjs --larder larder/ingredients.json ${DEMO:+--demo demo} 2>&1 9>&-) || {
    stop_cluster
    fail "$said"
  }
  DID=${said%%$'\n'*} CODE=''
  [[ $said == *$'\n'* ]] && CODE=${said##*$'\n'}
  return 0
}

head_password() {
  [[ -s $DATA/database.url && -f web/build/prepare.cjs ]] || fail "No Jovet has run on $DATA. If it runs on another folder, name it with --data."
  local said
  said=$(JOVET_DATABASE_URL=$(<"$DATA/database.url") node web/build/prepare.cjs --head-password 2>&1) ||
    fail "Jovet must be running for this. $said"
  printf '  Open Jovet at /sign-in/code and type this code within an hour:\n\n      %s\n\n' "$said"
}
