# Backups: the whole database in PostgreSQL's own form with its checksum, and back.

# What a backup is called that nobody named; so many are kept.
BACKUPS_KEPT=14

backup() {
  local to=${FILE:-} programs
  [[ -s $DATA/database.url ]] || fail "No Jovet is running on $DATA. Start it, then back it up."
  programs=$(cluster_programs) || exit 1
  if [[ -z $to ]]; then
    (umask 077 && mkdir -p "$DATA/backups") || fail "The folder $DATA/backups cannot be made."
    to=$DATA/backups/jovet-$(date +%Y%m%d-%H%M%S).dump
  fi
  [[ -d $(dirname "$to") && -w $(dirname "$to") ]] || fail "$(dirname "$to") is no folder that can be written. Name another file."
  need_space "$(dirname "$to")" 50
  # Half a backup never has the name of a whole one.
  (umask 077 && run_logged 'The backup' 'Nothing was kept of it.' "$programs/pg_dump" --format custom --no-owner --no-privileges \
    --file "$to.part" "$(<"$DATA/database.url")")
  (cd "$(dirname "$to")" && sha256sum "$(basename "$to").part" | sed 's/\.part$//' >"$(basename "$to").sha256")
  mv "$to.part" "$to"
  forget_old_backups
  printf '  Backed up to %s (%s)\n' "$to" "$(du -h "$to" | cut -f1)"
}

forget_old_backups() {
  local each
  [[ -d $DATA/backups ]] || return 0
  for each in $(ls -1 "$DATA/backups" | grep '^jovet-.*\.dump$' | sort -r | tail -n "+$((BACKUPS_KEPT + 1))"); do
    rm -f "$DATA/backups/$each" "$DATA/backups/$each.sha256"
  done
}

# Restored into a cluster of its own, looked at, and only then put in the place of the old one, which is kept.
restore() {
  [[ -f ${FILE:-} ]] || fail "Say which backup: ./jovet restore FILE${FILE:+. There is no $FILE}"
  FILE=$(realpath "$FILE")
  [[ -f $FILE.sha256 ]] || fail "The checksum $FILE.sha256 is missing. Put it beside the backup."
  (cd "$(dirname "$FILE")" && sha256sum --status --check "$(basename "$FILE").sha256") ||
    fail "$FILE is damaged: it does not have its checksum. Take another backup."
  DID=ready
  need_postgresql
  FRESH=''
  open_data_folder
  local kept=$DATA aside
  rm -rf "$kept/restoring"
  mkdir "$kept/restoring"
  chmod 0755 "$kept/restoring"
  DATA=$kept/restoring
  trap 'stop_cluster; exit 130' INT TERM HUP
  start_cluster
  bring_back || { stop_cluster; rm -rf "$kept/restoring"; fail "$FILE cannot be restored. The data of before are as they were."; }
  stop_cluster
  DATA=$kept
  aside="$DATA/before-$(date +%Y%m%d-%H%M%S)"
  mkdir "$aside"
  [[ ! -d $DATA/postgres ]] || mv "$DATA/postgres" "$DATA/password" "$aside/"
  mv "$DATA/restoring/postgres" "$DATA/restoring/password" "$DATA/"
  rm -rf "$DATA/restoring"
  printf '  Restored: %s. What was there before is in %s\n' "$RESTORED" "$aside"
}

# Fills the new cluster, counts what came, and gives the data a new life, so that devices offer again what they sent lately.
bring_back() {
  local programs url=$JOVET_DATABASE_URL
  programs=$(cluster_programs) || return 1
  "$programs/psql" --quiet --no-psqlrc "${url%/jovet}/postgres" --command 'create database jovet' >&2 || return 1
  "$programs/pg_restore" --no-owner --no-privileges --exit-on-error --dbname "$url" "$FILE" >&2 || return 1
  "$programs/psql" --quiet --no-psqlrc "$url" --command 'update epoch set epoch = gen_random_uuid()' >&2 || return 1
  RESTORED=$("$programs/psql" --quiet --no-psqlrc --tuples-only --no-align "$url" --command \
    "select (select count(*) from formula_version) || ' formula versions, ' || (select count(*) from day_plan) || ' plans, ' || (select count(*) from event) || ' events'") || return 1
}
