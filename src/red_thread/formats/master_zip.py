"""A whole master as a zip of Markdown: folders for dividers and sections, a file for each page, pictures beside them.

What is read in from it is the same master again: names that no file may have are written with `%`, and numbers before
them keep the order. A folder that is empty, or of which there is more to say than its name, holds an `about.yaml`.
"""

import io
import json
import re
import zipfile
from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from urllib.parse import quote, unquote

import yaml

from red_thread.core.outline.display import Display
from red_thread.core.outline.standing import ORDINARY, Standing
from red_thread.core.page.links import with_links
from red_thread.core.page.nodes import Node, bytes_of, content_of, title_of, with_bytes, with_content
from red_thread.formats.as_markdown import write_markdown

_NO_NAME = re.compile(r'[%/\\:*?"<>|\x00-\x1f]|^\.|[. ]$')
_WRITTEN = re.compile(r"%[0-9A-F]{2}")
_OLDEST = (1980, 1, 1, 0, 0, 0)  # the same master always makes the same file
ABOUT = "about.yaml"
_LONGEST = 60  # characters of a name that a folder bears: in any script, however it is packed out
_ENDINGS = {
    "image/png": "png",
    "image/jpeg": "jpg",
    "audio/mpeg": "mp3",
    "audio/mp4": "m4a",
    "audio/wav": "wav",
    "audio/ogg": "ogg",
    "audio/webm": "webm",
    "video/mp4": "mp4",
    "video/ogg": "ogv",
    "video/webm": "webm",
}


@dataclass(frozen=True, slots=True)
class WrittenPage:
    """A page that goes out. `holders`: the ids and names of its dividers and, last, its section.

    `page_id`: by which links of other pages name it.
    """

    holders: tuple[tuple[str, str], ...]
    document: Node
    tucked_under: str | None = None
    standing: Standing = ORDINARY
    page_id: int = 0


@dataclass(frozen=True, slots=True)
class WrittenHolder:
    """A divider or section of which there is something to say. `holders`: those above it and, last, itself."""

    holders: tuple[tuple[str, str], ...]
    is_section: bool
    display: Display = Display.ORDINARY
    writing: str = "everywhere"


@dataclass(frozen=True, slots=True)
class About:
    """What a folder is: a section or a divider, who sees what is in it, where students write on what is made in it.

    `name`: where it is too long for a folder.
    """

    is_section: bool
    display: Display
    writing: str
    name: str | None


def read_about(body: bytes) -> About | None:
    """What an `about.yaml` says; None for one that is none of ours."""
    try:
        said = yaml.load(body.decode(), Loader=yaml.BaseLoader)
    except (yaml.YAMLError, RecursionError, ValueError):
        return None
    if not isinstance(said, dict) or said.get("kind") not in ("section", "divider"):
        return None
    writing = "spaces" if said.get("writing") == "spaces" else "everywhere"
    name = said["named"] if isinstance(said.get("named"), str) else None
    return About(said["kind"] == "section", Display.said(said.get("shown")) or Display.ORDINARY, writing, name)


def is_too_long(name: str) -> bool:
    """Whether a folder cannot bear the whole of a name."""
    return len(name) > _LONGEST


def folder_name(name: str) -> str:
    """A name as a folder may have it."""
    return _NO_NAME.sub(lambda found: "".join(f"%{byte:02X}" for byte in found.group().encode()), name[:_LONGEST])


def name_of_folder(folder: str) -> str:
    """The name that a folder of ours stands for."""
    return _WRITTEN.sub(lambda found: unquote(found.group()), folder)


class _Folders:
    """Numbers folders and files as they come, so that their names stand in the order of the master."""

    def __init__(self) -> None:
        self.counted: defaultdict[str, int] = defaultdict(int)
        self.paths: dict[tuple[str, ...], str] = {(): ""}

    def of(self, holders: Sequence[tuple[str, str]]) -> str:
        """The path of the folder for dividers and a section, each known by its id."""
        ids: tuple[str, ...] = ()
        for holder, name in holders:
            above, ids = self.paths[ids], (*ids, holder)
            if ids not in self.paths:
                self.paths[ids] = f"{above}{self.number(above)} {folder_name(name)}/"
        return self.paths[ids]

    def number(self, path: str) -> str:
        self.counted[path] += 1
        return f"{self.counted[path]:03d}"


def write_master(
    items: Sequence[WrittenPage | WrittenHolder], pictures: Mapping[str, tuple[str, bytes]], address: str = ""
) -> bytes:
    """The zip. items: in the order of the master. pictures: by the `src` that pages name, media type and bytes; one
    that is not there stays unnamed. `address`: of this installation, with which links to its pages may begin.
    """
    endings = [_ENDINGS.get(media, "bin") for media, _ in pictures.values()]
    files = {
        source: f"pictures/{k}.{ending}" for k, (source, ending) in enumerate(zip(pictures, endings, strict=True), 1)
    }
    made, paths = io.BytesIO(), _paths(items)
    leads = {
        f"{begins}/page/{page.page_id}": quote(path)
        for page, path in zip(items, paths, strict=True)
        if isinstance(page, WrittenPage) and page.page_id
        for begins in ("", address)
    }
    with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as archive:
        for page, path in zip(items, paths, strict=True):
            if isinstance(page, WrittenHolder):
                _add(archive, path, _about(page))
                continue
            up = "../" * path.count("/")
            document = _readdressed(page.document, {source: f"{up}{file}" for source, file in files.items()})
            document = with_links(document, lambda href, up=up: f"{up}{leads[href]}" if href in leads else href)
            _add(archive, path, _written(document, page))
        for source, (_, body) in pictures.items():
            _add(archive, files[source], body)
    return made.getvalue()


def _paths(items: Sequence[WrittenPage | WrittenHolder]) -> list[str]:
    """Where each is in the zip."""
    folders = _Folders()
    paths: list[str] = []
    for item in items:
        path = folders.of(item.holders)
        if isinstance(item, WrittenHolder):
            paths.append(f"{path}{ABOUT}")
        else:
            title = folder_name(title_of(item.document)).strip()
            paths.append(f"{path}{folders.number(path)} {title}.md")
    return paths


def _written(document: Node, page: WrittenPage) -> bytes:
    return write_markdown(document, page.tucked_under, page.standing)


def _about(holder: WrittenHolder) -> bytes:
    shown = f"shown: {holder.display.words}\nwriting: {holder.writing}\n" if holder.is_section else ""
    name = holder.holders[-1][1]
    named = f"named: {json.dumps(name, ensure_ascii=False)}\n" if is_too_long(name) else ""
    return f"kind: {'section' if holder.is_section else 'divider'}\n{named}{shown}".encode()


def _add(archive: zipfile.ZipFile, path: str, body: bytes) -> None:
    info = zipfile.ZipInfo(path, _OLDEST)
    info.compress_type = zipfile.ZIP_DEFLATED
    archive.writestr(info, body)


def _readdressed(node: Node, files: Mapping[str, str]) -> Node:
    source = bytes_of(node)
    named = node if source is None else with_bytes(node, files.get(source, source))
    children = [_readdressed(child, files) for child in content_of(node)]
    return with_content(named, children) if children else named
