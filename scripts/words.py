"""Every sentence that the application says, a file per subject: to be read together.

`python -m scripts.words FOLDER` writes them as Markdown, in the order of the files that hold them.
"""

import ast
import json
import re
import subprocess
import sys
from collections import defaultdict
from collections.abc import Iterator
from pathlib import Path

ROOT = Path(__file__).parents[1]
SOURCE = ROOT / "src" / "zero_slate"
FRONT = ROOT / "frontend"
# Two words of letters at least, or a whole sentence.
_SAID = re.compile(r"[A-Za-z’']{2,}[,:;]? \S*[A-Za-z]{2}|^[A-Z][a-z]+\.$")
_CODE = re.compile(r"SELECT |CREATE |UPDATE |^[a-z_]+=|--[a-z]|\\[wds]|^%[A-Za-z]|^M\{?\S+ ")


def sentences_of(source: str) -> Iterator[tuple[int, str]]:
    """Yield the lines and texts of a Python source that are said: none of its docstrings."""
    tree = ast.parse(source)
    # A docstring, of a module, a class, a function or a field, is an expression of its own.
    said_nowhere = {
        id(node.value)
        for node in ast.walk(tree)
        if isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant)
    }
    inner = {
        id(part)
        for node in ast.walk(tree)
        if isinstance(node, ast.JoinedStr)
        for part in ast.walk(node)
        if part is not node and isinstance(part, ast.JoinedStr | ast.Constant)
    }
    for node in ast.walk(tree):
        if id(node) in said_nowhere or id(node) in inner:
            continue
        text = _text(node)
        if text and _SAID.search(text) and not _CODE.search(text):
            yield node.lineno, text  # type: ignore[attr-defined]


def _text(node: ast.AST) -> str:
    if isinstance(node, ast.Constant) and isinstance(node.value, str):
        return node.value
    if isinstance(node, ast.JoinedStr):
        parts = (
            part.value if isinstance(part, ast.Constant) else f"‹{ast.unparse(part)[1:-1]}›"
            for part in node.values
        )
        return "".join(str(part) for part in parts).replace("‹'{", "‹").replace("}'›", "›")
    return ""


def in_python() -> dict[str, list[tuple[str, str]]]:
    """Return what the Python sources say: by subject, the place and the text of each."""
    found = defaultdict(list)
    for file in sorted(SOURCE.rglob("*.py")):
        name = file.relative_to(SOURCE)
        if "migrations" in name.parts:
            continue
        subject = "-".join(name.parts[:-1][:2]) or "application"
        for line, text in sorted(sentences_of(file.read_text())):
            found[subject].append((f"{name}:{line}", text))
    return dict(found)


def on_pages() -> dict[str, list[tuple[str, str]]]:
    """Return what the pages say, likewise."""
    said = subprocess.run(
        ["node", "scripts/words.js"], cwd=FRONT, check=True, capture_output=True, text=True
    )
    found = defaultdict(list)
    for each in json.loads(said.stdout):
        parts = Path(each["file"]).parts
        subject = f"pages-{parts[2] if parts[1] == 'lib' and len(parts) > 3 else parts[1]}"
        found[subject].append((f"{each['file']}:{each['line']}", each["text"]))
    return dict(found)


def main() -> None:
    """Write the files."""
    folder = Path(sys.argv[1])
    folder.mkdir(parents=True, exist_ok=True)
    for subject, said in (in_python() | on_pages()).items():
        lines = [f"# {subject}", ""]
        before = ""
        for place, text in said:
            file, line = place.rsplit(":", 1)
            if file != before:
                lines += ["", f"## {file}", ""]
            before = file
            lines.append(f"- {line}: {' '.join(text.split())}")
        (folder / f"{subject}.md").write_text("\n".join(lines) + "\n")


if __name__ == "__main__":
    main()
