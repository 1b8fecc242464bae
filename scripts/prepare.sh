# Sourced by demo, test and the other commands: checks the tools, installs what is missing, builds what has changed.
# Stamps in .cache hold the hash of what was built last, so that an unchanged tree needs neither time nor network.
export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1 DOTNET_SKIP_FIRST_TIME_EXPERIENCE=1

fail() { echo "deft-stride: $*" >&2; exit 1; }

require_tools() {
  command -v dotnet >/dev/null || fail "the .NET SDK is missing. Install .NET SDK 10."
  dotnet --list-sdks 2>/dev/null | grep -q '^10\.' || fail "the .NET SDK is too old or too new. Install .NET SDK 10."
  command -v node >/dev/null || fail "Node.js is missing. Install Node.js 20 or newer."
  [ "$(node -p 'process.versions.node.split(".")[0]')" -ge 20 ] || fail "Node.js is too old ($(node -v)). Install Node.js 20 or newer."
  command -v npm >/dev/null || fail "npm is missing. It comes with Node.js."
}

# hash_of PATH... : one hash over names and contents of all files below, build results left out.
hash_of() {
  find "$@" \( -name bin -o -name obj -o -name node_modules -o -name dist -o -name TestResults \) -prune -o -type f ! -name openapi.json ! -name schema.d.ts -print0 \
    | LC_ALL=C sort -z | xargs -0 sha256sum | sha256sum | cut -d' ' -f1
}

# fresh NAME HASH : whether NAME was last done with this hash.
fresh() { [ "$(cat ".cache/$1" 2>/dev/null)" = "$2" ]; }
stamp() { mkdir -p .cache; echo "$2" > ".cache/$1"; }

install_packages() {
  local lock; lock=$(sha256sum web/package-lock.json | cut -d' ' -f1)
  if ! fresh npm "$lock" || [ ! -d web/node_modules ]; then
    (cd web && npm ci --no-audit --no-fund --loglevel=error) || fail "npm could not install the front end's packages. Is there a network?"
    stamp npm "$lock"
  fi
}

restore() {
  local locks; locks=$(cat Directory.Packages.props $(git ls-files '*.csproj' '*packages.lock.json' 2>/dev/null || find . -name packages.lock.json) | sha256sum | cut -d' ' -f1)
  if ! fresh restore "$locks" || [ ! -d src/DeftStride.Web/obj ]; then
    dotnet restore DeftStride.slnx --locked-mode -v q || fail "the .NET packages could not be restored. Is there a network?"
    stamp restore "$locks"
  fi
}

# The tools that the checks use, each in the version that the manifest names.
restore_tools() {
  local manifest; manifest=$(sha256sum .config/dotnet-tools.json | cut -d' ' -f1)
  if ! fresh tools "$manifest"; then
    dotnet tool restore >/dev/null || fail "the .NET tools could not be restored. Is there a network?"
    stamp tools "$manifest"
  fi
}

# publish : the server compiled ahead of time into .cache/app, which starts in half the time of a plain build.
publish() {
  local machine; case $(uname -m) in aarch64|arm64) machine=linux-arm64 ;; *) machine=linux-x64 ;; esac
  dotnet publish src/DeftStride.Web -c Release -r "$machine" --self-contained false --no-restore -o .cache/app -v q -clp:NoSummary
}

# build WHAT NAME INPUTS... : compiles in Release, then the types and the front end, when any of the inputs changed. WHAT is
# what dotnet builds, or "publish".
build() {
  local what=$1 name=$2 inputs; shift 2
  inputs=$(hash_of "$@" Directory.Build.props Directory.Packages.props global.json .editorconfig scripts)
  if fresh "$name" "$inputs" && [ -f web/dist/index.html ]; then return; fi
  # The front end's packages come while the server is compiled.
  install_packages & local packages=$!
  restore
  if [ "$what" = publish ]; then publish; else dotnet build "$what" -c Release --no-restore -v q -clp:NoSummary; fi \
    || fail "the build failed; the lines above say where."
  wait "$packages" || exit 1
  (cd web && npm run --silent types >/dev/null && npm run --silent build >/dev/null) || fail "the front end did not build; run 'npm run build' in web to see why."
  stamp "$name" "$inputs"
}
