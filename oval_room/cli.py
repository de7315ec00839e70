"""The command line: serve, demo, evaluate, sum, import, export, backup, check."""

from __future__ import annotations

import json
import os
import sys
from pathlib import Path
from typing import Annotated, Any, Final

import typer
from pydantic import ValidationError

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import evaluate as evaluate_plan
from oval_room.core.sums.declare import Refusals
from oval_room.core.sums.registry import SUMS, find_sum
from oval_room.demo.jobs import DEMO_AUTHOR, demo_jobs
from oval_room.demo.photos import demo_photos
from oval_room.demo.shop import WHOLE
from oval_room.formats.job_file import read_job, read_pinned, write_job
from oval_room.formats.report_json import report_document, report_text
from oval_room.store.records import StoreError
from oval_room.store.store import Store
from oval_room.web.attachments import pin, pinned_of
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


PATIENCE: Final = 120
"""Seconds in which a process that serves may say nothing before another is started in its place."""


def _serve(store: Store, settings: Settings, opens: str = "", *, everyone: bool = False) -> None:
    """Serve a database until it is ended, with as many processes as the settings say.

    Raises:
        Exit: it could be reached by anybody, and nobody said that it may.
    """
    import uvicorn

    from oval_room.web.app import create_app, for_good
    from oval_room.web.door import is_loopback, refusal_to_start

    why = refusal_to_start(settings.host, settings.passphrase.get_secret_value(), everyone)
    if why:
        raise _fail(why)
    if not is_loopback(settings.host):
        who = "whoever knows the passphrase" if settings.passphrase.get_secret_value() else "EVERYONE on this network"
        print(f"Reached from other machines too, by {who}.", flush=True)
    print(f"Oval Room is at http://{settings.host}:{settings.port}/{opens}   (Ctrl-C ends it)", flush=True)
    how: dict[str, Any] = {"host": settings.host, "port": settings.port, "log_level": "warning", "access_log": False}
    if settings.workers == 1:
        uvicorn.run(for_good(create_app(store, settings)), **how)
        return
    store.close()
    for name in ("data", "host", "port", "names", "author", "workers"):  # what the other processes are told
        os.environ[f"OVAL_ROOM_{name.upper()}"] = str(getattr(settings, name))
    how["timeout_worker_healthcheck"] = PATIENCE  # a slow machine takes its time to start one
    uvicorn.run("oval_room.web.app:from_environment", factory=True, workers=settings.workers, **how)


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
    store = Store(settings.data)
    if not store.shelf():
        store.add_gear(WHOLE, on_shelf=True)
    _serve(store, settings, everyone=open_to_everyone)


@app.command()
def demo(
    data: DataFile = None,
    port: Port = None,
    fresh: Annotated[bool, typer.Option("--fresh", help="start the demonstration anew")] = False,
) -> None:
    """Fill a demonstration database, unless it is there already, and serve it."""
    path = data or Path("var/demo.db")
    if fresh:
        for old in (path, Path(f"{path}-wal"), Path(f"{path}-shm")):
            old.unlink(missing_ok=True)
    store = Store(path)
    if not store.list_jobs()[1]:
        fill(store)
    _serve(store, settings_of(port=port, data=path))


def fill(store: Store) -> None:
    """The demonstration firm's gear and jobs, with what the Desk shows of them."""
    from oval_room.web.bench import Bench

    store.add_gear(WHOLE, on_shelf=True)
    bench = Bench(store)
    for plan in demo_jobs():
        job = store.create(plan, DEMO_AUTHOR, "Demonstration job")
        pin(store, job, demo_photos(plan.name))
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
    store.add_gear(gear, on_shelf=False)
    try:
        job = Bench(store).create(plan, Settings().author, f"Imported {file.name[:80]}")
    except RefusedError as refused:
        raise _fail(f"{file}: {refused.text}") from refused
    pin(store, job, pinned)
    print(job)


@app.command("export")
def export_job(
    job: str, to: Annotated[Path | None, typer.Option("--to", help="file to write")] = None, data: DataFile = None
) -> None:
    """Write a job of the database to a job file (standard output when no file is named)."""
    store = _store(data)
    try:
        content = write_job(store.head(job).plan, store.gear(), pinned_of(store, job))
    except MissingError as missing:
        raise _fail(missing.text) from missing
    if to is None:
        sys.stdout.buffer.write(content)
    else:
        to.write_bytes(content)


@app.command()
def backup(to: Path, data: DataFile = None) -> None:
    """Copy the database while it is in use."""
    _store(data).backup(to)


@app.command()
def tidy(
    older: Annotated[int, typer.Option("--older-than", min=1, max=36_500, help="days")] = 365, data: DataFile = None
) -> None:
    """Thin out old revisions that nobody named and in which nothing was settled; a copy of the file is made first."""
    store = _store(data)
    copy = Path(f"{store.path}.before-tidy")
    store.backup(copy)
    gone = store.tidy(older)
    print(f"{gone} revisions older than {older} days thinned out; the file as it was is {copy}")


@app.command()
def rescue(damaged: Path, to: Annotated[Path, typer.Option("--to", help="new database file")]) -> None:
    """Bring what can be read of a damaged database over into a new one."""
    from oval_room.store.rescue import rescue as bring_over

    told = bring_over(damaged, to)
    print("\n".join(told) or "no job was found")
    print(f"brought over into {to}; look at it, then put it in the old one's place")


@app.command()
def check(data: DataFile = None) -> None:
    """Look the database over: the file, and whether every job can be read, worked out and drawn; exit 2 with what is
    wrong."""
    from oval_room.web.bench import Bench

    path = data or settings_of().data
    if not Path(path).exists():
        raise _fail(f"there is no database {path}")
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
