# Every check, on a database and a port of its own, beside a Jovet that may be running.

ALL_CHECKS=(format lint types imports rules core database command browser)
# Those that need nothing served run beside the others.
UNSERVED=' format lint types imports rules core '
LANES=()

run_checks() {
  local name chosen=("$@")
  ((${#chosen[@]})) || chosen=("${ALL_CHECKS[@]}")
  for name in "${chosen[@]}"; do
    [[ " ${ALL_CHECKS[*]} " == *" $name "* ]] || fail "'$name' is not a check. Choose from: ${ALL_CHECKS[*]}"
  done
  step 'Node.js' need_node
  step 'PostgreSQL' need_postgresql
  step 'Chromium' need_chromium
  step 'npm packages' need_npm_packages
  step 'application' need_build
  PASSED=0 FAILED=0 FAILED_NAMES=()
  CHECK_DATA=$(mktemp -d /tmp/jovet-test.XXXXXX)
  chmod 0755 "$CHECK_DATA"
  trap 'end_checks' EXIT
  trap 'exit 130' INT TERM HUP
  begin_lane unserved "${chosen[@]}"
  begin_lane served "${chosen[@]}"
  for name in "${ALL_CHECKS[@]}"; do
    [[ " ${chosen[*]} " != *" $name "* ]] || follow_check "$name"
  done
  say_result
}

# Checks of one lane, served or unserved, one after another in a process of their own. Each leaves what it says and its
# counts in files. What is served takes longer, so the other lane has what that leaves of the machine.
begin_lane() {
  local lane=$1 names=() name own
  shift
  for name in "$@"; do
    own=served
    [[ $UNSERVED != *" $name "* ]] || own=unserved
    [[ $own != "$lane" ]] || names+=("$name")
  done
  ((${#names[@]})) || return 0
  (
    # Whatever ends a lane, nobody waits for its checks any longer.
    trap 'end_served; for name in "${names[@]}"; do end_check "$name"; done' EXIT
    trap 'exit 143' TERM
    [[ $lane == served ]] || renice -n 15 "$BASHPID" >/dev/null
    for name in "${names[@]}"; do
      now_ms >"$CHECK_DATA/$name.begun"
      run_check "$name" >"$CHECK_DATA/$name.log" 2>&1
      end_check "$name"
    done
  ) &
  LANES+=($!)
}

end_check() {
  [[ ! -f $CHECK_DATA/$1.over ]] || return 0
  [[ -s $CHECK_DATA/$1.counts ]] || {
    printf '%s did not run to its end\n' "$1" >>"$CHECK_DATA/$1.log"
    printf '0\n1\n' >"$CHECK_DATA/$1.counts"
  }
  touch "$CHECK_DATA/$1.over"
}

# What a check says as it says it; a line now and then of what runs beside it.
follow_check() {
  local name=$1 shown=0 since counts log="$CHECK_DATA/$1.log"
  since=$(now_ms)
  printf '\n── %s\n' "$name"
  until [[ -f $CHECK_DATA/$name.over ]]; do
    show_more
    if ! kill -0 "${LANES[@]}" 2>/dev/null && ! jobs -r | grep -q .; then end_check "$name"; fi
    if (($(now_ms) - since > 30000)); then since=$(now_ms) && say_beside "$name"; fi
    sleep 0.2
  done
  show_more
  mapfile -t counts <"$CHECK_DATA/$name.counts"
  PASSED=$((PASSED + counts[0])) FAILED=$((FAILED + counts[1]))
  ((counts[1] == 0)) || FAILED_NAMES+=("$name")
}

show_more() {
  [[ -f $log ]] || return 0
  local size
  size=$(stat -c %s "$log")
  ((size == shown)) || { tail -c "+$((shown + 1))" "$log" | head -c "$((size - shown))" && shown=$size; }
}

# Where the checks stand that are not shown yet, or the one that is.
say_beside() {
  local name passed
  for name in "${ALL_CHECKS[@]}"; do
    [[ -f $CHECK_DATA/$name.begun && ! -f $CHECK_DATA/$name.over ]] || continue
    passed=$(grep -c '✔' "$CHECK_DATA/$name.log" || true)
    printf '   … %s has run for %d s%s\n' "$name" "$((($(now_ms) - $(<"$CHECK_DATA/$name.begun")) / 1000))" "$( ((passed == 0)) || printf ', %d passed' "$passed")"
  done
}

run_check() {
  case $1 in
  format | lint | types | imports) count_command "$1" npm run --silent "check:$1" ;;
  core | rules | command) count_tests "$1" ;;
  database | browser)
    serve_for_checks "$1"
    count_tests "$1"
    end_served
    ;;
  esac
}

# A check that is one command counts as one; it is ended if it stands still.
count_command() {
  local name=$1 passed=0
  shift
  if timeout --kill-after=10 300 "$@"; then passed=1 && printf '%s: passed\n' "$name"; else printf '%s: FAILED\n' "$name"; fi
  printf '%d\n%d\n' "$passed" "$((1 - passed))" >"$CHECK_DATA/$name.counts"
}

# The test runner counts its own, and has limits of time of its own.
count_tests() {
  node test/running/tests.js "$1" --counts "$CHECK_DATA/$1.counts" || true
}

# A Jovet on an empty data folder for each group of checks, started by the command that a user types.
serve_for_checks() {
  local port data="$CHECK_DATA/$1"
  port=$(free_port)
  : >"$CHECK_DATA/start.log"
  "$ROOT/jovet" start --data "$data" --port "$port" >"$CHECK_DATA/start.log" 2>&1 &
  CHECK_SERVER=$!
  local waited=0
  until grep -q 'Jovet is open' "$CHECK_DATA/start.log"; do
    kill -0 "$CHECK_SERVER" 2>/dev/null && ((waited++ < 1200)) ||
      { cat "$CHECK_DATA/start.log" >&2 && fail 'Jovet did not start for the checks.'; }
    sleep 0.1
  done
  export JOVET_TEST_URL="http://127.0.0.1:$port"
  JOVET_TEST_DATABASE_URL=$(<"$data/database.url")
  export JOVET_TEST_DATABASE_URL
  JOVET_TEST_DEVICES_URL="http://127.0.0.1:$(sed -n 's/.*on port //p' "$data/devices.log")"
  export JOVET_TEST_DEVICES_URL
}

end_served() {
  if [[ -n ${CHECK_SERVER:-} ]] && kill -TERM "$CHECK_SERVER" 2>/dev/null; then wait "$CHECK_SERVER" || true; fi
  CHECK_SERVER=''
}

end_checks() {
  local lane
  for lane in "${LANES[@]}"; do kill "$lane" 2>/dev/null || true; done
  wait
  rm -rf "$CHECK_DATA"
}

# Lines of tests against all lines of code, blank lines not counted.
say_result() {
  local all tests
  all=$(code_files | xargs -0 cat | grep -c '[^[:space:]]')
  tests=$(code_files | grep -zE '(^|/)test/' | xargs -0 cat | grep -c '[^[:space:]]')
  printf '\nTests are %d of %d lines of code: %d %%.\n' "$tests" "$all" "$((100 * tests / all))"
  printf '%d passed, %d failed\n' "$PASSED" "$FAILED"
  ((FAILED == 0)) || fail "Failed: ${FAILED_NAMES[*]}"
}

code_files() {
  find jovet setup core web devices test \( -name node_modules -o -name build -o -name .svelte-kit \) -prune -o \
    -type f \( -name '*.ts' -o -name '*.js' -o -name '*.cjs' -o -name '*.svelte' -o -name '*.css' -o -name '*.sh' -o -name jovet \) -print0
}
