# How the command speaks: one line a step with its time, one line a failure with its remedy.

fail() {
  printf 'jovet: %s\n' "$1" >&2
  exit 1
}

now_ms() { printf '%s' "$((${EPOCHREALTIME/[.,]/} / 1000))"; }

# step NAME FUNCTION: runs FUNCTION, which leaves in $DID what it did.
step() {
  local begun
  begun=$(now_ms)
  DID=ready
  "$2"
  printf '  %-16s %-46s %5d.%01d s\n' "$1" "$DID" "$((($(now_ms) - begun) / 1000))" "$((($(now_ms) - begun) / 100 % 10))"
}

# run_logged WHAT REMEDY COMMAND...: quiet when it works; its last lines and a remedy when it does not.
run_logged() {
  local what=$1 remedy=$2 log
  shift 2
  log=$(mktemp)
  if ! "$@" >"$log" 2>&1; then
    if grep -qiE 'no space left|ENOSPC' "$log"; then remedy='The disk is full: free some space and start again.'; fi
    tail -n 15 "$log" >&2
    rm -f "$log"
    fail "$what failed. $remedy"
  fi
  rm -f "$log"
}

# need_space DIR MEGABYTES: DIR may not exist yet.
need_space() {
  local dir=$1 free
  while [[ ! -d $dir ]]; do dir=$(dirname "$dir"); done
  free=$(df --output=avail -m "$dir" | tail -n 1 | tr -d ' ')
  ((free >= $2)) || fail "Disk full: $dir has $free MB free and Jovet needs $2 MB. Free some space, or choose another folder with --data."
}
