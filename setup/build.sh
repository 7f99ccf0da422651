# What comes from this checkout: npm packages by the lock file, and the built application.

need_npm_packages() {
  local digest stamp=node_modules/.jovet-lock-digest
  digest=$(sha256sum package-lock.json | cut -d' ' -f1)
  [[ -f $stamp && $(<"$stamp") == "$digest" ]] && return
  need_space "$ROOT" 600
  run_logged 'Installing the npm packages' 'Check the network connection and start again.' npm ci --no-audit --no-fund
  printf '%s' "$digest" >"$stamp"
  DID='installed by the lock file'
}

source_digest() {
  {
    find core/src devices/src web/src web/static web/migrations -type f -print0 | sort -z | xargs -0 sha256sum
    sha256sum package-lock.json core/package.json devices/package.json web/package.json web/*.config.*
  } | sha256sum | cut -d' ' -f1
}

need_build() {
  local digest stamp=web/build/.source-digest
  digest=$(source_digest)
  [[ -f $stamp && $(<"$stamp") == "$digest" ]] && return
  need_space "$ROOT" 100
  run_logged 'Building the application' 'The sources above do not build.' npm run build
  printf '%s' "$digest" >"$stamp"
  DID='built'
}
