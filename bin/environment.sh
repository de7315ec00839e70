# Sourced by bin/demo and bin/test: makes .venv from the lock files, once per state of those files.
# ready NAME FILE… installs the lock files unless the stamp NAME says that this very state is installed.
cd "$(dirname "${BASH_SOURCE[0]}")/.." || exit 1

find_python() {
    for candidate in python3.11 python3 python; do
        if "$candidate" -c 'import sys; sys.exit(sys.version_info[:2] != (3, 11))' 2>/dev/null; then
            echo "$candidate"
            return
        fi
    done
    echo "Oval Room needs Python 3.11 and found none; install it and run this again." >&2
    return 1
}

ready() {
    local name=$1 stamp
    shift
    stamp=".venv/ready-$name-$(cat "$@" pyproject.toml | cksum | tr ' ' -)"
    [ -e "$stamp" ] && return
    local python
    python=$(find_python) || exit 1
    if ! .venv/bin/python -c '' 2>/dev/null; then
        "$python" -m venv .venv || {
            echo "Could not make .venv; on Debian: apt-get install python3-venv, then run this again." >&2
            exit 1
        }
    fi
    echo "Installing what the lock files name (once) …"
    local wanted=()
    for file in "$@"; do wanted+=(-r "$file"); done
    .venv/bin/python -m pip install --quiet --disable-pip-version-check "${wanted[@]}" &&
        .venv/bin/python -m pip install --quiet --quiet --disable-pip-version-check --no-deps --no-build-isolation --editable . || {
        echo "Installing failed; the lines above say why. Nothing else was changed." >&2
        exit 1
    }
    rm -f ".venv/ready-$name-"*
    touch "$stamp"
}
