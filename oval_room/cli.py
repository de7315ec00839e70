"""The command line: serve, demo, evaluate, sum, import, export, backup, check."""

from __future__ import annotations

import json
import sys
from pathlib import Path
from socket import socket
from typing import Annotated, Any, Final

import typer
from pydantic import ValidationError

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import evaluate as evaluate_plan
from oval_room.core.sums.declare import Refusals
from oval_room.core.sums.registry import SUMS, find_sum
from oval_room.formats.job_file import read_job, read_pinned, write_job
from oval_room.formats.report_json import report_document, report_text
from oval_room.store.lock import replacing
from oval_room.store.records import BrokenError, StoreError
from oval_room.store.store import Store
from oval_room.web.attachments import pinned_of, pins_of
from oval_room.web.settings import Settings

app = typer.Typer(
    no_args_is_help=True, add_completion=False, help="Oval Room: plan screens in rooms.", pretty_exceptions_enable=False
)
BAD: Final = 2
STOPPED: Final = 3
Port = Annotated[int | None, typer.Option(min=1, max=65535, help="port to listen on")]
DataFile = Annotated[Path | None, typer.Option("--data", help="database file")]


def _fail(text: str, code: int = BAD) -> typer.Exit:
    print(text, file=sys.stderr)
    return typer.Exit(code)


def settings_of(**said: object) -> Settings:
    """What the environment says, and over it what the command line does.

    Raises:
        Exit: the environment says something that can't be.
    """
    try:
        found = Settings()
    except ValidationError as error:
        wrong = error.errors()[0]
        raise _fail(f"OVAL_ROOM_{str(wrong['loc'][0]).upper()}: {wrong['msg']} (got {wrong['input']})") from error
    return found.model_copy(update={name: value for name, value in said.items() if value is not None})


def _store(data: Path | None) -> Store:
    return Store(data or settings_of().data)


def _may_serve(settings: Settings, everyone: bool = False) -> socket:
    """The socket that a server listens on, before anything of its database is touched.

    Raises:
        Exit: it could be reached by anybody, and nobody said that it may; or its port is taken.
    """
    from oval_room.web.door import is_loopback, refusal_to_start
    from oval_room.web.serving import listen

    why = refusal_to_start(settings.host, settings.passphrase.get_secret_value(), everyone)
    if why:
        raise _fail(why)
    try:
        listening = listen(settings.host, settings.port)
    except RefusedError as error:
        raise _fail(error.text) from error
    if not is_loopback(settings.host):
        who = "whoever knows the passphrase" if settings.passphrase.get_secret_value() else "EVERYONE on this network"
        print(f"Reached from other machines too, by {who}.", flush=True)
    return listening


def _serve(listening: socket, settings: Settings) -> None:
    """Serve a database until it is ended, with as many processes as the settings say."""
    from oval_room.web.serving import serve as answer

    said = f"Oval Room is at http://{settings.host}:{settings.port}/   (Ctrl-C ends it)"
    answer(listening, settings, lambda: print(said, flush=True))


@app.command()
def serve(
    data: DataFile = None,
    port: Port = None,
    host: Annotated[str | None, typer.Option(help="address to listen on")] = None,
    workers: Annotated[int | None, typer.Option(min=1, max=16, help="processes that serve")] = None,
    open_to_everyone: Annotated[
        bool, typer.Option("--open-to-everyone", help="serve other machines without asking for a passphrase")
    ] = False,
) -> None:
    """Serve a database; an empty one starts with the gear shelf."""
    settings = settings_of(data=data, host=host, port=port, workers=workers)
    listening = _may_serve(settings, open_to_everyone)
    store = Store(settings.data)
    if not store.shelf():
        from oval_room.demo.shop import WHOLE  # the demonstration is read by whoever fills a database

        store.add_gear(WHOLE, on_shelf=True)
    store.close()
    _serve(listening, settings)


@app.command()
def demo(
    data: DataFile = None,
    port: Port = None,
    fresh: Annotated[bool, typer.Option("--fresh", help="start the demonstration anew")] = False,
) -> None:
    """Fill a demonstration database, unless it is there already, and serve it."""
    settings = settings_of(port=port, data=data or Path("var/demo.db"))
    listening = _may_serve(settings)
    if fresh:
        with replacing(settings.data):
            for tail in ("", "-wal", "-shm"):
                Path(f"{settings.data}{tail}").unlink(missing_ok=True)
    store = Store(settings.data)
    if not any(store.list_jobs(archived=old, limit=1)[1] for old in (False, True)):
        fill(store)
    store.close()
    _serve(listening, settings)


def fill(store: Store) -> None:
    """The demonstration firm's gear and jobs, with what the Desk shows of them."""
    from oval_room.demo.jobs import DEMO_AUTHOR, demo_jobs
    from oval_room.demo.photos import demo_photos
    from oval_room.demo.shop import WHOLE
    from oval_room.web.bench import Bench

    store.add_gear(WHOLE, on_shelf=True)
    bench = Bench(store)
    for plan in demo_jobs():
        job = store.create(plan, DEMO_AUTHOR, "Demonstration job", pins=pins_of(demo_photos(plan.name)))
        bench.summarise(store.head(job))


@app.command("evaluate")
def evaluate_file(
    file: Annotated[Path, typer.Argument(help="job file, or - for standard input")],
    text: Annotated[bool, typer.Option("--text", help="to be read, in place of JSON")] = False,
) -> None:
    """Figures and findings of a job file. Exit 0 without a stop, 3 with one, 2 for a file that can't be used."""
    try:
        plan, gear = read_job(sys.stdin.buffer.read() if str(file) == "-" else file.read_bytes())
    except OSError as error:
        raise _fail(f"{file}: can't be read: {error.strerror}") from error
    except RefusedError as refused:
        raise _fail(f"{file}: {refused.field}: {refused.text}") from refused
    report = evaluate_plan(plan, gear)
    print(
        report_text(plan, report) if text else json.dumps(report_document(plan, report), ensure_ascii=False, indent=1)
    )
    raise typer.Exit(STOPPED if report.stops() else 0)


@app.command("sum", context_settings={"ignore_unknown_options": True})
def one_sum(
    name: Annotated[str, typer.Argument(help="the sum, such as throw.range")],
    given: Annotated[list[str] | None, typer.Argument(help="key=value …, lengths as people write them")] = None,
) -> None:
    """One sum: oval-room sum throw.range width='88 1/2"' lens_range=1.36,1.71"""
    try:
        found = find_sum(name)
        typed = dict(_pair(word) for word in given or [])
        print(json.dumps(found.work(found.from_typed(typed)), ensure_ascii=False, indent=1))
    except MissingError as missing:
        raise _fail(missing.text) from missing
    except Refusals as refusals:
        raise _fail("\n".join(f"{key}: {text}" for key, text in refusals.errors)) from refusals
    except RefusedError as refused:
        raise _fail(f"{refused.field}: {refused.text}") from refused


def _pair(word: str) -> tuple[str, str]:
    key, sign, value = word.partition("=")
    if not sign or not key:
        raise RefusedError(f"give key=value (got {word[:60]})", field=key or "given")
    return key, value


@app.command("import")
def import_file(file: Path, data: DataFile = None) -> None:
    """Take a job file into the database; prints the job's id."""
    try:
        content = file.read_bytes()
        plan, gear = read_job(content)
        pinned = read_pinned(content)
    except OSError as error:
        raise _fail(f"{file}: can't be read: {error.strerror}") from error
    except RefusedError as refused:
        raise _fail(f"{file}: {refused.field}: {refused.text}") from refused
    from oval_room.web.bench import Bench

    store = _store(data)
    try:
        job = Bench(store).create(plan, Settings().author, f"Imported {file.name[:80]}", gear, pins_of(pinned))
    except RefusedError as refused:
        raise _fail(f"{file}: {refused.text}") from refused
    print(job)


@app.command("export")
def export_job(
    job: str, to: Annotated[Path | None, typer.Option("--to", help="file to write")] = None, data: DataFile = None
) -> None:
    """Write a job of the database to a job file (standard output when no file is named)."""
    store = _store(data)
    try:
        content = write_job(store.head(job).plan, store.gear(), pinned_of(store, job))
    except (MissingError, RefusedError) as wrong:
        raise _fail(wrong.text) from wrong
    except BrokenError as broken:
        raise _fail(str(broken)) from broken
    if to is None:
        sys.stdout.buffer.write(content)
    else:
        to.write_bytes(content)


@app.command()
def backup(
    to: Path,
    data: DataFile = None,
    over: Annotated[bool, typer.Option("--over", help="put it in the place of a file that is there")] = False,
) -> None:
    """Copy the database while it is in use."""
    _store(data).backup(to, over=over)


@app.command()
def tidy(
    older: Annotated[int, typer.Option("--older-than", min=1, max=36_500, help="days")] = 365, data: DataFile = None
) -> None:
    """Thin out old revisions that nobody named and in which nothing was settled; a copy of the file is made first."""
    store = _store(data)
    copy = Path(f"{store.path}.before-tidy")
    store.backup(copy, over=True)
    gone = store.tidy(older)
    print(f"{gone} revisions older than {older} days thinned out; the file as it was is {copy}")


@app.command()
def rescue(damaged: Path, to: Annotated[Path, typer.Option("--to", help="new database file")]) -> None:
    """Bring what can be read of a damaged database over into a new one."""
    from oval_room.store.rescue import rescue as bring_over

    told = bring_over(damaged, to)
    print("\n".join(told.jobs) or "no job was found")
    for line in told.lost:
        print(f"lost: {line}")
    print(f"brought over into {to}; look at it, then put it in the old one's place")


@app.command()
def check(data: DataFile = None) -> None:
    """Look the database over: the file, and whether every job can be read, worked out and drawn; exit 2 with what is
    wrong."""
    from oval_room.web.bench import Bench

    path = data or settings_of().data
    if not Path(path).exists():
        raise _fail(f"there is no database {path}")
    if not Path(path).stat().st_size:
        raise _fail(f"{path} is empty: it holds no database")
    store = _store(data)
    wrong = store.check()
    wrong += Bench(store).check() if not wrong else []
    if wrong:
        raise _fail("\n".join(wrong))
    print(f"nothing wrong; {len(SUMS)} sums ready")


def main(arguments: list[str] | None = None) -> Any:
    """Run the command line; what goes wrong is one sentence, never a trace."""
    try:
        return app(arguments)
    except StoreError as error:
        print(error, file=sys.stderr)
        return sys.exit(BAD)


if __name__ == "__main__":
    main()
