"""Whether this process lives, and whether it can serve: for who watches it, under any host."""

from collections.abc import Callable

from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.db.utils import Error
from django.http import HttpRequest, HttpResponse, JsonResponse

Handler = Callable[[HttpRequest], HttpResponse]


class HealthMiddleware:
    """Answers `/livez` and `/readyz` before anything is asked about host, sender or protocol."""

    def __init__(self, get_response: Handler) -> None:
        self.get_response = get_response
        self._migrated = False

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.path == "/livez":
            return _status(200, "lives")
        if request.path == "/readyz":
            return self._ready()
        return self.get_response(request)

    def _ready(self) -> HttpResponse:
        """200 where the database answers and its tables are those of this program, else 503."""
        try:
            with connection.cursor() as cursor:
                cursor.execute("SELECT 1")
            if not self._migrated:
                executor = MigrationExecutor(connection)
                self._migrated = not executor.migration_plan(executor.loader.graph.leaf_nodes())
        except Error:
            connection.close()
            return _status(503, "no_database")
        return _status(200, "ready") if self._migrated else _status(503, "not_migrated")


def _status(status: int, code: str) -> HttpResponse:
    return JsonResponse({"code": code}, status=status, headers={"Cache-Control": "no-store"})
