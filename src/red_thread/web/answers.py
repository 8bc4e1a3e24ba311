"""Long answers, put together beside the event loop: thousands of rows must not hold up who opens a page."""

from collections.abc import Callable
from typing import ParamSpec

from fastapi import Response
from pydantic import BaseModel

from red_thread.actions.aside import aside

P = ParamSpec("P")


async def long_answer(make: Callable[P, BaseModel], *args: P.args, **kwargs: P.kwargs) -> Response:
    """What is made of it, as JSON. The route names the schema; what is made is of it already."""

    def written() -> str:
        return make(*args, **kwargs).model_dump_json()

    return Response(await aside(written), media_type="application/json")
