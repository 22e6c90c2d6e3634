"""Prints what the help page says of the command line: made from the commands themselves."""

import json
from typing import Any

import typer

from zero_slate.cli import app


def document() -> str:
    """Return every command: how it is called, what it does, and its options."""
    group: Any = typer.main.get_command(app)
    context = group.make_context("zero-slate", [], resilient_parsing=True)
    said = []
    for name, command in sorted(group.commands.items()):
        inner = command.context_class(command, info_name=name, parent=context)
        said.append(
            {
                "usage": command.get_usage(inner).removeprefix("Usage: "),
                "about": (command.help or "").strip().split("\n\n")[0].replace("\n", " "),
                "options": [
                    {"name": ", ".join(each.opts), "about": each.help}
                    for each in command.params
                    if each.param_type_name == "option" and each.help and each.name != "help"
                ],
            }
        )
    return json.dumps(said, ensure_ascii=False, indent="\t")


if __name__ == "__main__":
    print(document())
