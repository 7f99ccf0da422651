# Every check, on a database and a port of its own, beside a Jovet that may be running.

ALL_CHECKS=(format lint types imports rules core database command browser)
# Those that need nothing served; they run beside the others.
UNSERVED=' format lint types imports rules core '

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
  local beside=() here=()
  for name in "${chosen[@]}"; do
    if [[ $UNSERVED == *" $name "* ]]; then beside+=("$name"); else here+=("$name"); fi
  done
  if ((${#beside[@]} && ${#here[@]})); then run_beside "${beside[@]}"; else here=("${chosen[@]}"); fi
  for name in "${here[@]}"; do run_check "$name"; done
  take_beside
  say_result
}

# Checks in a process of their own; what they say is shown when they are waited for.
run_beside() {
  (
    trap - EXIT
    for name in "$@"; do run_check "$name"; done
    printf '%s\n' "$PASSED" "$FAILED" "${FAILED_NAMES[@]}" >"$CHECK_DATA/beside.counts"
  ) >"$CHECK_DATA/beside.log" 2>&1 &
  BESIDE=$!
}

take_beside() {
  [[ -n ${BESIDE:-} ]] || return 0
  wait "$BESIDE" || true
  cat "$CHECK_DATA/beside.log"
  local counts=()
  if [[ -f $CHECK_DATA/beside.counts ]]; then mapfile -t counts <"$CHECK_DATA/beside.counts"; else counts=(0 1 unserved); fi
  PASSED=$((PASSED + counts[0])) FAILED=$((FAILED + counts[1]))
  local name
  for name in "${counts[@]:2}"; do [[ -z $name ]] || FAILED_NAMES+=("$name"); done
}

run_check() {
  printf '\n── %s\n' "$1"
  case $1 in
  format | lint | types | imports) count_command "$1" npm run --silent "check:$1" ;;
  core | rules) count_tests "$1" ;;
  database | browser)
    serve_for_checks "$1"
    count_tests "$1"
    end_served
    ;;
  command) count_tests "$1" ;;
  esac
}

# A check that is one command counts as one.
count_command() {
  local name=$1
  shift
  if "$@"; then
    PASSED=$((PASSED + 1)) && printf '%s: passed\n' "$name"
  else
    FAILED=$((FAILED + 1)) && FAILED_NAMES+=("$name") && printf '%s: FAILED\n' "$name"
  fi
}

# Node's test runner counts its own.
count_tests() {
  local name=$1 tap="$CHECK_DATA/$1.tap" status=0 passed failed
  NODE_OPTIONS="--test-reporter=spec --test-reporter-destination=stdout --test-reporter=tap --test-reporter-destination=$tap" \
    npm run --silent "test:$name" || status=$?
  passed=$(sed -n 's/^# pass //p' "$tap" | tail -n 1)
  failed=$(sed -n 's/^# \(fail\|cancelled\) //p' "$tap" | awk '{ sum += $1 } END { print sum + 0 }')
  if ((status != 0 && failed == 0)) || ((${passed:-0} + failed == 0)); then failed=$((failed + 1)); fi
  PASSED=$((PASSED + ${passed:-0})) FAILED=$((FAILED + failed))
  if ((failed > 0)); then FAILED_NAMES+=("$name"); fi
}

# A Jovet on an empty data folder for each group of checks, started by the command that a user types.
serve_for_checks() {
  local port data="$CHECK_DATA/$1"
  port=$(free_port)
  : >"$CHECK_DATA/start.log"
  "$ROOT/jovet" start --data "$data" --port "$port" >"$CHECK_DATA/start.log" 2>&1 &
  CHECK_SERVER=$!
  until grep -q 'Jovet is open' "$CHECK_DATA/start.log"; do
    kill -0 "$CHECK_SERVER" 2>/dev/null || { cat "$CHECK_DATA/start.log" >&2 && fail 'Jovet did not start for the checks.'; }
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
  end_served
  [[ -z ${BESIDE:-} ]] || kill "$BESIDE" 2>/dev/null || true
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
