# Simulated instruments, unless real ones are named in JOVET_DEVICES.

start_devices() {
  DEVICES=''
  [[ -n ${JOVET_DEVICES:-} ]] && { [[ $JOVET_DEVICES == none ]] && JOVET_DEVICES=''; export JOVET_DEVICES; DID=named; return; }
  node devices/build/simulated.js 0 9>&- >"$DATA/devices.log" 2>&1 &
  DEVICES=$!
  printf '%s' "$DEVICES" >"$DATA/devices.pid"
  local waited=0
  until grep -q 'on port' "$DATA/devices.log" 2>/dev/null; do
    kill -0 "$DEVICES" 2>/dev/null && ((waited++ < 200)) || {
      DEVICES='' DID='none: see devices.log'
      return
    }
    sleep 0.05
  done
  JOVET_DEVICES="http://127.0.0.1:$(sed -n 's/.*on port //p' "$DATA/devices.log")"
  export JOVET_DEVICES
  DID=simulated
}

end_devices() {
  if [[ -n ${DEVICES:-} ]]; then
    kill -TERM "$DEVICES" 2>/dev/null || true
    wait "$DEVICES" 2>/dev/null || true
    DEVICES=''
    rm -f "$DATA/devices.pid"
  fi
}
