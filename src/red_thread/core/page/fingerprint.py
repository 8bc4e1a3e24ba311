"""The fingerprint of a page: the same content always has the same one."""

import hashlib
from typing import Any

import orjson


def canonical(value: Any) -> bytes:
    """Compact JSON with sorted keys, UTF-8."""
    return orjson.dumps(value, option=orjson.OPT_SORT_KEYS)


def fingerprint(value: Any) -> bytes:
    """BLAKE2b of the canonical JSON, 20 bytes."""
    return hashlib.blake2b(canonical(value), digest_size=20).digest()


def fingerprint_of_bytes(body: bytes) -> str:
    """The same of any bytes, as 40 hexadecimal digits."""
    return hashlib.blake2b(body, digest_size=20).hexdigest()


def short_name(*parts: Any) -> str:
    """Ten hexadecimal digits that depend on the parts and on nothing else."""
    return hashlib.blake2b(canonical(parts), digest_size=5).hexdigest()
