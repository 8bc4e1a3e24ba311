"""Kinds of file that are not read: each with one sentence that says what to save it as."""

from collections.abc import Mapping

_SENTENCES: Mapping[str, str] = {
    ".doc .dot .odt .ott .rtf .wpd .pages": "this kind of document is not read: save it as DOCX, and bring that in",
    ".ppt .pptx .odp .key": "slides are not read: save them as PDF, and each slide becomes a page",
    ".xls .xlsx .ods .numbers": "sheets are not read: save it as a web page, and bring that in",
    ".epub .mobi .azw3": "books are not read: save it as PDF, and bring that in",
    ".heic .heif .avif": "this kind of picture is not read: save it as JPEG, and bring that in",
    ".psd .ai .eps .xcf .raw .dng": "this kind of drawing is not read: save it as PNG, and bring that in",
    ".csv .tsv": "a list is no page; students are brought in under Classes",
    ".rar .7z .tar .gz": "this kind of archive is not read: pack it as a zip",
}
_BY_ENDING = {ending: said for endings, said in _SENTENCES.items() for ending in endings.split()}


def why_unread(ending: str) -> str:
    """Why a file with this ending is not read, and what to do."""
    return _BY_ENDING.get(ending, "this kind of file is not read, and was left out")


def is_known(ending: str) -> bool:
    """Whether it is a kind of file of which it is said what to save it as, a zip within or not."""
    return ending in _BY_ENDING
