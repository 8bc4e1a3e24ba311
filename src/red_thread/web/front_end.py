"""The built front end: packed when it was built, kept by browsers as long as its names stand for what is in it."""

import mimetypes
import os
from pathlib import Path
from typing import Any

from fastapi import FastAPI, Request, Response
from fastapi.responses import JSONResponse
from fastapi.staticfiles import StaticFiles
from starlette.datastructures import Headers
from starlette.middleware.gzip import GZipMiddleware
from starlette.types import ASGIApp, Receive, Scope, Send

_PACKED = {"br": ".br", "gzip": ".gz"}  # the smaller first
_FOR_GOOD = "public, max-age=31536000, immutable"  # another content, another name
_ASK = "no-cache"  # kept, and asked for by its ETag each time
_LEAST = 1024  # bytes of an answer that is worth packing


class BuiltFiles(StaticFiles):
    """Files of the build, in the form that was packed for those who take it."""

    def __init__(self, directory: Path, keep: str) -> None:
        super().__init__(directory=directory)
        self.keep = keep

    def file_response(
        self, full_path: Any, stat_result: os.stat_result, scope: Scope, status_code: int = 200
    ) -> Response:
        path, more = str(full_path), {"Cache-Control": self.keep, "Vary": "Accept-Encoding"}
        accepted = Headers(scope=scope).get("accept-encoding", "")
        for encoding in [name for name in _PACKED if name in accepted]:
            packed = path + _PACKED[encoding]
            if os.path.isfile(packed):
                more["Content-Encoding"] = encoding
                more["Content-Type"] = mimetypes.guess_type(path)[0] or "application/octet-stream"
                path, stat_result = packed, os.stat(packed)
                break
        response = super().file_response(path, stat_result, scope, status_code)
        response.headers.update(more)
        return response


def serve_front_end(app: FastAPI, folder: Path) -> None:
    """The files of the build; every path that is none of these and none of the API's is one of its views."""
    index = folder / "index.html"
    if not index.exists():
        app.add_api_route("/{path:path}", _nothing, include_in_schema=False)
        return
    if (folder / "assets").exists():
        app.mount("/assets", BuiltFiles(folder / "assets", _FOR_GOOD), name="assets")
    files = BuiltFiles(folder, _ASK)

    async def view(path: str, request: Request) -> Response:
        file = _file_at(folder, path)
        if file is None and path.startswith("api/"):
            return await _nothing()
        shown = file or index
        return files.file_response(shown, shown.stat(), request.scope)

    app.add_api_route("/{path:path}", view, include_in_schema=False)


async def _nothing() -> Response:
    detail = {"status": 404, "title": "NotFound", "detail": "There is nothing here.", "hint": "Go back."}
    return JSONResponse(detail, 404, media_type="application/problem+json")


def _file_at(folder: Path, path: str) -> Path | None:
    """The file of the build that an address names; None if it names none."""
    try:
        file = (folder / path).resolve()
        return file if path and file.is_file() and file.is_relative_to(folder.resolve()) else None
    except (OSError, ValueError):
        return None


class PackedAnswers:
    """Answers of the API, packed on the way; not bytes that are packed by themselves, streams, or secrets."""

    def __init__(self, app: ASGIApp) -> None:
        self.app, self.packing = app, GZipMiddleware(app, minimum_size=_LEAST, compresslevel=4)

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        packs = scope["type"] == "http" and scope["path"].startswith("/api/") and not _goes_as_it_is(scope["path"])
        await (self.packing if packs else self.app)(scope, receive, send)


def _goes_as_it_is(path: str) -> bool:
    return path.startswith(_BYTES_AND_SECRETS) or path.endswith(_STREAMS_AND_FILES)


_BYTES_AND_SECRETS = ("/api/session", "/api/blobs", "/api/pictures")
_STREAMS_AND_FILES = ("/events", "/print", "/zip")
