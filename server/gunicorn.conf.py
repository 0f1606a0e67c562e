"""How the server's processes run; bin/start and bin/serve add where they listen."""

wsgi_app = "config.wsgi"
worker_class = "config.worker.SlowClientWorker"
workers = 2
threads = 8
loglevel = "warning"
control_socket_disable = True
limit_request_line = 4094
limit_request_fields = 60
limit_request_field_size = 8190


def post_worker_init(worker: object) -> None:
    """Begin to load what reads files, so that the first of them need not wait."""
    from common.sandbox import pool  # noqa: PLC0415 (there are no settings before)

    pool.start()
