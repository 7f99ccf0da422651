# What comes from Debian: PostgreSQL to run, Chromium to test.

need_node() {
  command -v node >/dev/null || fail 'Node.js is missing. Install Node.js 20.19 or newer and start again.'
  node -e 'const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 20 || (a === 20 && b >= 19) ? 0 : 1)' ||
    fail "Node.js $(node --version) is too old. Install Node.js 20.19 or newer and start again."
  DID=$(node --version)
}

newest_postgresql() {
  local found
  found=$(find /usr/lib/postgresql -maxdepth 3 -path '*/bin/initdb' 2>/dev/null | sort -V | tail -n 1)
  [[ -n $found ]] && dirname "$found"
}

install_debian() {
  [[ $(id -u) == 0 ]] || fail "$1 is not installed and only root may install it. Run: sudo apt-get install $1"
  command -v apt-get >/dev/null || fail "$1 is not installed and this is not a Debian system. Install it by hand and start again."
  need_space /var 700
  run_logged 'Reading the list of Debian packages' 'Check the network connection and start again.' apt-get update
  run_logged "Installing $1" 'Check the network connection, then try: apt-get install '"$1" \
    env DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends "$1"
  DID="installed $1 from Debian"
}

need_postgresql() {
  if ! newest_postgresql >/dev/null; then
    # Debian would otherwise make and start a cluster of its own that nobody asked for.
    if [[ $(id -u) == 0 && ! -e /etc/postgresql-common/createcluster.conf ]]; then
      mkdir -p /etc/postgresql-common
      echo 'create_main_cluster = false' >/etc/postgresql-common/createcluster.conf
    fi
    install_debian postgresql
  fi
  newest_postgresql >/dev/null || fail 'PostgreSQL is installed but its programs are not under /usr/lib/postgresql. Run: apt-get install --reinstall postgresql'
  [[ $DID != ready ]] || DID="$(basename "$(dirname "$(newest_postgresql)")") found"
}

need_chromium() {
  command -v chromium >/dev/null || install_debian chromium
}
