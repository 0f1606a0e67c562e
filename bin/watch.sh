# Keeps the server and its MariaDB running; sourced after setup.sh by bin/start and bin/serve.

SERVER_FILE=$LOCAL/server.pid
CUTTER_FILE=$LOCAL/cutter.pid
MOST_ENDS=5  # in a row, each within ten seconds of its start

# One start a checkout: whoever holds the lock owns what runs, also what a killed start left behind.
take_checkout() {
    exec 9>"$LOCAL/start.lock"
    flock -n 9 || fail "Build Up Curve runs from this folder already. Use that one, or stop it first."
    end_left_behind
}

# The leader of the server's group, if the number still is one of ours.
serving() {
    local pid
    pid=$(cat "$SERVER_FILE" 2>/dev/null) && [[ $pid =~ ^[0-9]+$ ]] || return 1
    { tr '\0' ' ' <"/proc/$pid/cmdline"; } 2>/dev/null | grep -qF "$VENV/bin/gunicorn"
}

end_left_behind() {
    if serving; then
        say "Ending the server that an earlier start left behind."
        end_server
    fi
    rm -f "$SERVER_FILE"
    end_cutter
}

# The cutter that was started from here, if the number still is one of ours.
end_cutter() {
    local pid
    pid=$(cat "$CUTTER_FILE" 2>/dev/null) && [[ $pid =~ ^[0-9]+$ ]] || return 0
    if { tr '\0' ' ' <"/proc/$pid/cmdline"; } 2>/dev/null | grep -qF "$VENV/bin/python manage.py cutting_table"; then
        kill "$pid" 2>/dev/null || true
    fi
    rm -f "$CUTTER_FILE"
}

# Master and workers are one group: none of them lives on and keeps the port.
end_server() {
    local group
    group=$(cat "$SERVER_FILE" 2>/dev/null) || return 0
    kill "$group" 2>/dev/null || true
    for _ in $(seq 50); do
        serving || break
        sleep 0.1
    done
    kill -KILL -- "-$group" 2>/dev/null || true
}

port_free() {
    python3 -c "import socket; s = socket.socket(); s.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1); s.bind(('$1', $2))" 2>/dev/null
}

serve() {
    STARTED=$SECONDS
    (cd server && exec setsid "$VENV/bin/gunicorn" --bind "$1:$2" 9>&-) &
    echo $! >"$SERVER_FILE"
    disown $!
    for _ in $(seq 100); do
        python3 -c "import socket; socket.create_connection(('$1', $2), 1)" 2>/dev/null && return
        serving || return 1
        sleep 0.1
    done
    return 1
}

# The simulated cutter, a device of its own: it may be ended and started at any time.
start_cutter() {
    export CUTTER_PORT=${CUTTER_PORT:-8480}
    if ! port_free 127.0.0.1 "$CUTTER_PORT"; then
        say "Port $CUTTER_PORT is taken, so the cutting table is not here. Another:  CUTTER_PORT=8490 bin/start"
        CUTTER=
        return
    fi
    CUTTER_STARTED=$SECONDS
    (cd server && exec "$VENV/bin/python" manage.py cutting_table 9>&-) &
    CUTTER=$!
    echo "$CUTTER" >"$CUTTER_FILE"
    disown "$CUTTER"
}

A_DAY=86400

# What is over is deleted once a day; it also was as the tables were prepared.
tidy_daily() {
    [ $((SECONDS - TIDIED)) -ge $A_DAY ] || return 0
    TIDIED=$SECONDS
    {
        manage purge_deleted --skip-checks 9>&- ||
            say "Old things could not be deleted; it is tried again tomorrow."
    } &
    disown $!
}

# keep_running HOST PORT: returns only by a signal.
keep_running() {
    local ends=0 url
    TIDIED=$SECONDS
    while true; do
        tidy_daily
        sleep 1 9>&- &
        wait $! || true
        if [ -n "${OWN_DATABASE:-}" ] && ! bin/database running "$OWN_DATABASE"; then
            say "MariaDB has ended. Starting it again; what was kept is safe …"
            if url=$(bin/database start "$OWN_DATABASE"); then
                say "MariaDB is back."
                if [ "$url" != "$DATABASE_URL" ]; then  # its port was taken meanwhile
                    export DATABASE_URL=$url
                    end_server
                fi
            fi
        fi
        if [ -n "${CUTTER:-}" ] && ! kill -0 "$CUTTER" 2>/dev/null; then
            if [ $((SECONDS - CUTTER_STARTED)) -ge 10 ]; then
                start_cutter
            else
                say "The cutting table ended as soon as it had begun, so it is not here."
                CUTTER=
            fi
        fi
        if ! serving; then
            [ $((SECONDS - STARTED)) -lt 10 ] && ends=$((ends + 1)) || ends=0
            [ $ends -lt $MOST_ENDS ] || fail "The server ended $MOST_ENDS times in a row; see above."
            say "The server has ended. Starting it again …"
            end_server
            if serve "$1" "$2"; then say "The server is back."; fi
        fi
    done
}

finish() {
    trap - EXIT INT TERM
    end_cutter
    end_server
    rm -f "$SERVER_FILE"
    stop_database
    say "Stopped. Everything is kept."
}
