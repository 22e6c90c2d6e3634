"""The command line."""

import gc
import json
import socket
import sys
from collections.abc import Callable
from pathlib import Path
from typing import Annotated, Any

import typer
import uvicorn
from pydantic import TypeAdapter
from typer.core import TyperGroup

from zero_slate import __version__
from zero_slate.config import Config, read_config
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.cut.events import CodeRule, CutEvent
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.cuts.bundle import read_cut_file
from zero_slate.files.cuts.reading import LARGEST, read_cut_list
from zero_slate.files.media.names import shown_name
from zero_slate.files.setup_files import (
    EditFormatDocument,
    SetupDocument,
    read_edit_format,
    read_setup,
    schema,
    write_document,
)
from zero_slate.logs import log_to, say
from zero_slate.services.media.checked_values import checked_values
from zero_slate.services.media.checking import Checked, check_paths
from zero_slate.services.media.lines import frames_words
from zero_slate.store.earlier import state_of


class TellsRefusals(TyperGroup):
    """Tells bad input in one line, and exits with 2."""

    def invoke(self, ctx: Any) -> Any:
        """Run the command that is asked for."""
        try:
            return super().invoke(ctx)
        except Refusal as refusal:
            typer.echo(f"zero-slate: {refusal}", err=True)
            raise typer.Exit(2) from None


app = typer.Typer(
    cls=TellsRefusals,
    help="Sets up a shot so that everything made in it matches the edit.",
    no_args_is_help=True,
    add_completion=False,
    pretty_exceptions_enable=False,
)
Verbose = Annotated[bool, typer.Option("--verbose", help="Log to the terminal too.")]
Workers = Annotated[
    int, typer.Option(min=1, max=64, help="How many processes reckon; 1 for the server's own.")
]
AsJson = Annotated[bool, typer.Option("--json", help="Print JSON instead of text.")]

SCHEMAS: dict[str, type[SetupDocument] | type[EditFormatDocument]] = {
    "setup": SetupDocument,
    "edit-format": EditFormatDocument,
}


@app.command()
def serve(
    port: Annotated[int | None, typer.Option(help="The port; ZERO_SLATE_PORT or 8765.")] = None,
    verbose: Verbose = False,
    workers: Workers = 1,
) -> None:
    """Serve Zero Slate on this machine only."""
    config = read_config()
    if port is not None:
        config.port = port
    _serve(config, verbose, workers)


@app.command()
def demo(
    reset: Annotated[bool, typer.Option(help="Start afresh; what was changed is gone.")] = False,
    verbose: Verbose = False,
    workers: Workers = 1,
) -> None:
    """Make the demo productions and their media where they aren't there yet, and serve them."""
    from zero_slate.demo.make import make_demo

    _serve(make_demo(read_config(), reset=reset, tell=typer.echo), verbose, workers)


@app.command("demo-render")
def demo_render(
    every: Annotated[float, typer.Option(help="Seconds from one frame to the next.")] = 2.0,
) -> None:
    """Go on writing the demo's render that is still growing, as a farm would; Ctrl+C stops it."""
    from zero_slate.demo.growing import go_on
    from zero_slate.demo.second_act import growing_render

    config = read_config()
    try:
        folder, name, last = growing_render(config.home / "volumes")
        written = go_on(folder, name, last, max(0.0, every), typer.echo)
    except FileNotFoundError as missing:
        typer.echo(f"zero-slate: {missing}", err=True)
        raise typer.Exit(2) from missing
    typer.echo(f"{written} frames written: it is whole.")


@app.command()
def check(
    paths: Annotated[list[Path], typer.Argument(help="Folders, or single files.")],
    edit: Annotated[Path, typer.Option(help="An edit format file.")],
    as_json: AsJson = False,
) -> None:
    """Say how the pictures and movies under the paths agree with an edit format.

    Exits with 0 when all agree, 1 when something differs, 2 on bad input.
    """
    checked: list[Checked] = []
    bad = ""
    try:
        for each in check_paths(read_edit_format(_bytes(edit)), paths):
            checked.append(each)
            if not as_json:
                typer.echo(_checked_text(each))
    except Refusal as refusal:
        bad = str(refusal)
        typer.echo(f"zero-slate: {bad}", err=True)
    differing = sum(not each.agrees for each in checked)
    if as_json:
        said = {"checked": [checked_values(each) for each in checked], "problem": bad or None}
        typer.echo(json.dumps(said, indent=2))
    elif not bad:
        typer.echo(f"{len(checked)} checked, {differing} differ.")
    raise typer.Exit(2 if bad else 1 if differing else 0)


@app.command("database")
def look_at_database() -> None:
    """Say what version the database is of, and what the next start would do to it."""
    path = read_config().database
    if not path.exists():
        typer.echo(f"There is no database at {path} yet: the first start makes it.")
        return
    found = state_of(path)
    typer.echo(f"{path}\n{found.words}")
    for step in found.steps:
        typer.echo(f"  {step}")


@app.command("read-cut")
def read_cut(
    file: Path,
    rate: Annotated[str | None, typer.Option(help="The edit's rate; an EDL needs it.")] = None,
    code: Annotated[str, typer.Option(help="An example of a shot's code.")] = CodeRule().example,
    drop: Annotated[
        bool | None,
        typer.Option(
            "--drop/--non-drop",
            help="How the edit's timecode is counted, for a list that doesn't say.",
        ),
    ] = None,
    as_json: AsJson = False,
) -> None:
    """Read a cut list and print its events."""
    given = FrameRate.parse(rate) if rate else None
    content = _readable(file, lambda path: read_cut_file(path, LARGEST))
    read = read_cut_list(content, CodeRule.typed(code), rate=given, drop=drop)
    if as_json:
        events = TypeAdapter(tuple[CutEvent, ...]).dump_python(read.events, mode="json")
        said = {
            "title": read.title,
            "form": read.form,
            "rate": str(read.rate),
            "drop_frame": read.drop,
            "events": events,
            "notes": list(read.notes),
        }
        typer.echo(json.dumps(said, indent=2))
        return
    kind = "drop-frame" if read.drop else "non-drop"
    typer.echo(f"{read.title or file.name}: {len(read.events)} events at {read.rate}, {kind}")
    for event in read.events:
        speed = "" if event.speed == 1 else f"  {float(event.speed * 100):g} %"
        typer.echo(
            f"{event.position:>4}  {event.code:<20} {event.record_in}  {event.length:>5}  "
            f"{event.source_in}  {event.reel}{speed}"
        )
    for note in read.notes:
        typer.echo(f"note: {note}")


@app.command()
def export(
    production: Annotated[str, typer.Argument(help="A production's title or number.")],
    form: Annotated[
        str, typer.Option(help="csv, json, frames, env (of one shot), edl, ccc or ocio.")
    ] = "json",
    shot: Annotated[str, typer.Option(help="A shot's code; all shots without it.")] = "",
) -> None:
    """Print what the shots of a production are set to, for pipelines; `env` is of one shot."""
    from zero_slate.services.exporting import Exporting
    from zero_slate.services.places.layouts import Layouts
    from zero_slate.services.productions.judged import JudgedProductions
    from zero_slate.services.runtime.workspace import Workspace

    workspace = Workspace(read_config())
    try:
        exporting = Exporting(Layouts(workspace, JudgedProductions(workspace)))
        _, content = exporting.write(exporting.production_named(production), form, shot)
    finally:
        workspace.close()
    sys.stdout.buffer.write(content)


@app.command("read-setup")
def read_setup_file(file: Path) -> None:
    """Read a setup file and print it again, as it was understood."""
    sys.stdout.write(write_document(read_setup(_bytes(file))).decode())


@app.command("schema")
def print_schema(
    name: Annotated[str, typer.Argument(help="setup or edit-format.")],
) -> None:
    """Print the JSON Schema of one of Zero Slate's files."""
    if name not in SCHEMAS:
        raise Refusal(f"There is no schema “{name}”; there are {' and '.join(SCHEMAS)}.")
    typer.echo(json.dumps(schema(SCHEMAS[name]), indent=2))


def main() -> None:
    """Run the command line."""
    app()


def _serve(config: Config, verbose: bool, workers: int) -> None:
    from zero_slate.web.app import create_app, lay_out_routes
    from zero_slate.web.connections import MOST_AT_ONCE, PatientProtocol
    from zero_slate.web.reckoning.pool import Reckoners

    if config.port and _taken(config.port):
        raise Refusal(
            f"Port {config.port} is in use already; set ZERO_SLATE_PORT to another.",
        )
    try:
        log_to(config.home / "logs", verbose=verbose)
    except OSError as error:
        raise Refusal(
            f"The home folder {config.home} can't be opened: {(error.strerror or '').lower()}. "
            "Put that right, or set ZERO_SLATE_HOME to another."
        ) from error
    say("started", version=__version__, port=config.port)
    made = create_app(config, Reckoners(config, workers) if workers > 1 else None)
    if made.state.slate.mended:
        typer.echo(
            f"{made.state.slate.mended} shots or edit formats couldn't be opened and were brought "
            f"back; the database as it was is kept in {config.home}."
        )
    lay_out_routes(made)
    # What is loaded by now stays for good: the collector needn't look at it again.
    gc.freeze()
    typer.echo(f"Zero Slate is at http://127.0.0.1:{config.port}")
    try:
        uvicorn.run(
            made,
            host="127.0.0.1",
            port=config.port,
            http=PatientProtocol,
            limit_concurrency=MOST_AT_ONCE,
            log_level="warning",
        )
    finally:
        gc.unfreeze()


def _taken(port: int) -> bool:
    with socket.socket() as probe:
        probe.settimeout(0.2)
        return probe.connect_ex(("127.0.0.1", port)) == 0


def _bytes(path: Path) -> bytes:
    return _readable(path, Path.read_bytes)


def _readable(path: Path, read: Callable[[Path], bytes]) -> bytes:
    try:
        return read(path)
    except OSError as error:
        raise Refusal(f"{path} can't be read: {error.strerror}.") from error


def _checked_text(checked: Checked) -> str:
    path = shown_name(str(checked.path))
    if checked.media is None:
        return f"{path}\n  can't be read: {checked.problem}"
    media = checked.media
    head = f"{path}  {media.header.size}  {frames_words(media)} ({media.count})"
    if checked.agrees:
        return f"{head}\n  agrees"
    return "\n".join([head, *(f"  {said.severity}: {said.text}" for said in checked.messages)])
