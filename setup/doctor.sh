# What is here, what runs, what is wrong. Changes nothing.

doctor() {
  local found
  found=$(node --version 2>/dev/null) && say_state 'Node.js' "$found" || say_state 'Node.js' 'missing: install 20.19 or newer'
  found=$(newest_postgresql) && say_state 'PostgreSQL' "$found" || say_state 'PostgreSQL' "missing: './jovet start' installs it"
  found=$(command -v chromium) && say_state 'Chromium' "$found" || say_state 'Chromium' "not installed; only './jovet test' needs it"
  [[ -f node_modules/.jovet-lock-digest ]] && found='installed' || found="not installed: './jovet start' does"
  say_state 'npm packages' "$found"
  [[ -f web/build/.source-digest && $(<web/build/.source-digest) == "$(source_digest)" ]] && found='built from these sources' || found="to be built: './jovet start' does"
  say_state 'application' "$found"
  say_state 'data folder' "$(data_folder_state)"
  say_state 'free space' "$(df --output=avail -h "$(nearest_folder "$DATA")" | tail -n 1 | tr -d ' ')"
  say_state 'running' "$(running_state)"
}

say_state() { printf '  %-16s %s\n' "$1" "$2"; }

nearest_folder() {
  local dir=$1
  while [[ ! -d $dir ]]; do dir=$(dirname "$dir"); done
  echo "$dir"
}

data_folder_state() {
  if [[ ! -d $DATA ]]; then echo "$DATA (not made yet)"
  elif [[ ! -f $DATA/postgres/PG_VERSION ]]; then echo "$DATA (empty)"
  else echo "$DATA (PostgreSQL $(<"$DATA/postgres/PG_VERSION"))"; fi
}

running_state() {
  if pid_alive "$DATA/jovet.pid"; then echo "yes, process $(<"$DATA/jovet.pid")"
  elif pid_alive "$DATA/postgres/postmaster.pid"; then echo "only its database is left over: './jovet stop' ends it"
  else echo 'no'; fi
}
