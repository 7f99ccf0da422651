# The web server: started last, ended first.

need_free_port() {
  node -e 'const s = require("net").createServer().once("error", () => process.exit(1)).listen(+process.argv[1], process.argv[2], () => s.close())' \
    "$PORT" "${JOVET_HOST:-127.0.0.1}" || fail "Port $PORT is taken or not allowed. Choose another: ./jovet start --port $((PORT + 1))"
}

serve() {
  local host=${JOVET_HOST:-127.0.0.1} address
  address="http://$host:$PORT"
  trap 'shut_down' INT TERM HUP
  # The web server owns nothing in the database; the word that signs the cookies of sign-in is made once.
  JOVET_SECRET=$(secret_in secret) JOVET_DATABASE_URL=${JOVET_DATABASE_URL/"//jovet:$(<"$DATA/password")@"/"//jovet_web:$JOVET_WEB_PASSWORD@"} \
    HOST=$host PORT=$PORT ORIGIN=${ORIGIN:-$address} SHUTDOWN_TIMEOUT=2 BODY_SIZE_LIMIT=4M \
    KEEP_ALIVE_TIMEOUT=75 HEADERS_TIMEOUT=20 NODE_ENV=production \
    node web/build/index.js 9>&- >"$DATA/web.log" 2>&1 &
  WEB=$!
  printf '%s' "$WEB" >"$DATA/web.pid"
  printf '%s' "$$" >"$DATA/jovet.pid"
  step 'web server' wait_until_served
  printf '\n  Jovet is open at %s\n' "$address"
  [[ -n $CODE ]] && printf '  Nobody can sign in yet. Open %s/sign-in/code and type this code: %s\n' "$address" "$CODE"
  printf '  Ctrl-C ends it.\n'
  wait "$WEB" || true
  printf 'jovet: the web server ended by itself. Its log is %s/web.log\n' "$DATA" >&2
  finish
  exit 1
}

wait_until_served() {
  node -e '
    const until = Date.now() + 60000;
    const ask = () => fetch(process.argv[1]).then((r) => r.ok ? process.exit(0) : again(), again);
    const again = () => Date.now() < until && alive() ? setTimeout(ask, 50) : process.exit(1);
    const alive = () => { try { return process.kill(+process.argv[2], 0); } catch { return false; } };
    ask();' "http://${JOVET_HOST:-127.0.0.1}:$PORT/api/v1/health" "$WEB" || {
    tail -n 15 "$DATA/web.log" >&2
    end_web_server
    finish
    fail "The web server did not start. Its log is $DATA/web.log"
  }
  DID="listening on port $PORT"
}

shut_down() {
  trap '' INT TERM HUP
  printf '\n'
  step 'web server' end_web_server
  finish
  exit 0
}

end_web_server() {
  kill -TERM "$WEB" 2>/dev/null || true
  while kill -0 "$WEB" 2>/dev/null; do wait "$WEB" || true; done
  rm -f "$DATA/web.pid"
  DID=ended
}

finish() {
  end_devices
  step 'database' end_database
  rm -f "$DATA/web.pid" "$DATA/jovet.pid"
}

end_database() {
  stop_cluster
  DID=ended
}

stop_running() {
  [[ -f $DATA/lock ]] || fail "No Jovet has run on $DATA. If it runs on another folder, name it with --data."
  exec 9<"$DATA/lock"
  if flock --nonblock 9; then
    end_leftovers
    printf '  No Jovet is running on %s\n' "$DATA"
    return
  fi
  pid_alive "$DATA/jovet.pid" || fail "A Jovet is only just starting on $DATA. Wait until it serves, then stop it."
  kill -TERM "$(<"$DATA/jovet.pid")" 2>/dev/null ||
    fail "The Jovet on $DATA belongs to another user. Stop it as that user, or as root."
  flock --timeout 30 9 || fail "The Jovet on $DATA did not end within 30 s. Its process is $(<"$DATA/jovet.pid")."
  printf '  Jovet on %s has ended\n' "$DATA"
}
