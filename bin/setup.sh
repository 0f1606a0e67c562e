# Steps that the other commands share; each does nothing when there is nothing to do.
# Sourced by bin/start, bin/test and bin/bench with the checkout as the working directory.

LOCAL=${BUILDUP_LOCAL:-$PWD/.local}
VENV=$PWD/.venv
mkdir -p "$LOCAL"

say() { printf '· %s\n' "$*" >&2; }
fail() { printf '\n%s\n' "$*" >&2; exit 1; }

# Runs a long step with its output in a log, which is shown when it fails.
step() {
    local what=$1 log
    log=$LOCAL/$2.log
    shift 2
    say "$what …"
    "$@" >"$log" 2>&1 || { tail -n 25 "$log" >&2; fail "That did not work: $what. The whole output is in $log."; }
}

stamped() { [ -f "$LOCAL/$1.stamp" ] && [ "$(cat "$LOCAL/$1.stamp")" = "$2" ]; }
stamp() { echo "$2" >"$LOCAL/$1.stamp"; }

check_disk() {
    local free
    free=$(df -Pm . | awk 'NR==2 {print $4}')
    [ "$free" -ge 700 ] || fail "Only $free MB are free here; 700 MB are needed. Make room and start again."
}

need_debian() {
    local missing=()
    for package in "$@"; do
        dpkg-query -W -f='${Status}' "$package" 2>/dev/null | grep -q "ok installed" || missing+=("$package")
    done
    [ ${#missing[@]} -eq 0 ] && return
    local how=()
    if [ "$(id -u)" -ne 0 ]; then
        command -v sudo >/dev/null && sudo -n true 2>/dev/null || fail "These Debian packages are missing: ${missing[*]}
Install them as root and start again:  apt-get install ${missing[*]}"
        how=(sudo)
    fi
    step "Asking Debian for its lists" apt-update "${how[@]}" apt-get update -q
    step "Installing ${missing[*]}" apt-install "${how[@]}" env DEBIAN_FRONTEND=noninteractive \
        apt-get install -y -q --no-install-recommends "${missing[@]}"
}

find_python() {
    for candidate in python3.11 python3.12 python3.13 python3; do
        if command -v "$candidate" >/dev/null &&
            "$candidate" -c 'import sys; sys.exit(sys.version_info < (3, 11))' 2>/dev/null; then
            command -v "$candidate"
            return
        fi
    done
    fail "Python 3.11 is needed. On Debian 12:  apt-get install python3 python3-venv python3-dev"
}

check_node() {
    command -v node >/dev/null || fail "Node 20 is needed to build the front end. Install it and start again."
    [ "$(node -p 'process.versions.node.split(".")[0]')" -ge 20 ] ||
        fail "Node 20 is needed to build the front end; this one is $(node --version)."
}

set_up_debian() {
    local packages=(mariadb-server mariadb-client libmariadb-dev pkg-config gcc)
    case $(find_python) in /usr/bin/*) packages+=(python3-venv python3-dev) ;; esac
    need_debian "${packages[@]}" "$@"
}

# set_up_python requirements.txt
set_up_python() {
    local want
    want=$(cat requirements*.txt | sha256sum | cut -c1-16)
    stamped "python-$1" "$want" && return
    [ -x "$VENV/bin/python" ] || step "Making a Python environment" venv "$(find_python)" -m venv "$VENV"
    step "Installing the Python packages" pip "$VENV/bin/python" -m pip install -q --disable-pip-version-check -r "$1"
    stamp "python-$1" "$want"
    stamp python-requirements.txt "$want"  # the tests' packages include the server's
}

# The front end as it is shipped, or with doors for tests (BUILDUP_WEB=dist-doors, set by bin/test).
WEB_FOLDER=${BUILDUP_WEB:-dist}

web_state() {
    (cd web && find src public tools index.html vite.config.ts package-lock.json ../core/buildup -type f \
        ! -name '*.pyc' -print0 | sort -z | xargs -0 sha256sum | sha256sum | cut -c1-16)
}

set_up_npm() {
    check_node
    local lock
    lock=$(sha256sum web/package-lock.json | cut -c1-16)
    if ! stamped npm "$lock"; then
        step "Installing the npm packages" npm npm --prefix web ci --no-audit --no-fund
        stamp npm "$lock"
    fi
}

build_web() {
    local how=build
    [ "$WEB_FOLDER" = dist ] || how=build:doors
    BUILDUP_BUILD=$1 step "Building the front end" build npm --prefix web run "$how"
}

# set_up_packages requirements.txt [COMMAND]: those of Python and of npm, then the front end, while
# whatever the command has begun goes on.
set_up_packages() {
    local state python
    state=$(web_state)
    if stamped "web-$WEB_FOLDER" "$state" && [ -f "web/$WEB_FOLDER/index.html" ]; then
        set_up_python "$1"
        ${2:-true}
        return
    fi
    set_up_python "$1" &
    python=$!
    set_up_npm
    wait "$python" || exit 1
    ${2:-true}
    build_web "$state"
    [ "$WEB_FOLDER" != dist ] || step "Compressing it" compress node web/tools/compress.mjs "web/$WEB_FOLDER"
    stamp "web-$WEB_FOLDER" "$state"
}

set_up_secret() {
    [ -s "$LOCAL/secret-key" ] || (umask 077; python3 -c 'import secrets; print(secrets.token_urlsafe(48))' >"$LOCAL/secret-key")
}

# Starts the checkout's own MariaDB unless DATABASE_URL names another.
set_up_database() {
    if [ -z "${DATABASE_URL:-}" ]; then
        say "Starting MariaDB …"
        OWN_DATABASE=$LOCAL/mariadb
        DATABASE_URL=$(bin/database start "$LOCAL/mariadb") || fail "MariaDB could not be started; see above."
        export DATABASE_URL
    fi
}

stop_database() { [ -z "${OWN_DATABASE:-}" ] || bin/database stop "$OWN_DATABASE"; }

manage() { (cd server && "$VENV/bin/python" manage.py "$@"); }
