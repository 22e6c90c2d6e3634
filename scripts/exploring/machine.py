"""Two servers on one home, at work and killed: nothing that was acknowledged is ever lost.

Shots are saved, undone, redone, changed by the batch and recut, on either server; now and then one
is killed, at rest or while it saves, and started again. After each step, everything that is stored
opens on both, and is what was acknowledged last or what was on its way when the server was killed.
"""

import http.client
import json
import tempfile
import threading
import time
from pathlib import Path
from typing import Any

from hypothesis import HealthCheck, Phase, seed, settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, invariant, precondition, rule
from hypothesis.stateful import run_state_machine_as_test as run
from tests.makers import edl, event

from scripts.served import Served

API = "/api/v1"
FIRST = edl(*(event(n, "04:00:00:00", f"01:00:{n:02d}:00", 24, f"FRO_00{n}0") for n in range(1, 5)))
SECOND = edl(
    *(event(n, "04:00:00:00", f"01:00:{n:02d}:00", 24 - n, f"FRO_00{n}0") for n in range(2, 6))
)
FORM = (
    '--b\r\nContent-Disposition: form-data; name="file"; filename="a.edl"\r\n\r\n{}\r\n'
    '--b\r\nContent-Disposition: form-data; name="rate"\r\n\r\n24\r\n--b--\r\n'
)
either = st.sampled_from((0, 1))
settings_typed = st.sampled_from(
    [("rate", "rate", each) for each in ("24", "25", "23.976", "11.98801199", "0.0001")]
    + [("canvas", "width", each) for each in ("1920", "2048", "1", "99999999")]
    + [("pixel_aspect", "ratio", each) for each in ("1", "0.909091", "1.428571", "16:11")]
    + [("work_range", "first", each) for each in ("1001", "=-99999999", "-8", "9999999")]
    + [("title", "text", each) for each in ("a", "b\u0301", "\U0001f600", "\x00", "")]
    + [("overscan", "text", each) for each in ("64", "10 %", "none", " " * 300)]
)


class Down(Exception):
    """A server that was killed before it answered."""


class World:
    """The two servers, and how often they were killed."""

    def __init__(self, home: Path):
        self.servers = [Served(home, f"server {n}", command="serve") for n in (1, 2)]
        self.kills = self.saves = self.lost = 0
        for each in self.servers:
            each.start()

    def ask(self, which: int, method: str, path: str, body: object = None) -> tuple[int, Any]:
        """Ask one of the servers. Raises Down."""
        form = isinstance(body, str)
        content = body.encode() if isinstance(body, str) else json.dumps(body).encode()
        kind = "multipart/form-data; boundary=b" if form else "application/json"
        line = http.client.HTTPConnection("127.0.0.1", self.servers[which].port, timeout=120)
        try:
            line.request(method, API + path, content, {"Content-Type": kind})
            answer = line.getresponse()
            said = answer.read()
            return answer.status, json.loads(said) if said else None
        except (OSError, http.client.HTTPException) as error:
            raise Down from error
        finally:
            line.close()

    def kill(self, which: int) -> None:
        """Kill one of the servers, and start it again."""
        self.servers[which].kill()
        self.kills += 1
        self.servers[which].start()


world: World


class Work(RuleBasedStateMachine):
    """Work on a production of its own."""

    def __init__(self) -> None:
        super().__init__()
        self.shots: dict[int, int] = {}
        """The version of each shot that was acknowledged last."""
        self.unsure: set[int] = set()
        """Shots that something was on its way to as the server was killed."""

    @initialize()
    def begin(self) -> None:
        """Start a production with a cut, and set its shots up."""
        _, made = world.ask(0, "POST", "/productions", {"title": "Kept", "typed": {}})
        self.production = made["id"]
        self.cut(0, FIRST.decode())
        codes = [f"FRO_00{n}0" for n in range(1, 5)]
        body = {"codes": codes, "start": None}
        status, said = world.ask(0, "POST", f"/productions/{self.production}/start", body)
        assert status == 201, said
        _, page = world.ask(1, "GET", f"/productions/{self.production}")
        self.shots = {line["shot_id"]: 1 for line in page["lines"] if line["shot_id"]}
        assert len(self.shots) == 4

    def cut(self, which: int, text: str) -> None:
        """Read a cut."""
        path = f"/productions/{self.production}/cuts"
        status, said = world.ask(which, "POST", path, FORM.format(text))
        assert status == 201, said

    def took(self, shot: int, status: int, said: Any) -> None:
        """Note what was acknowledged."""
        assert status in (200, 409, 422), said
        if status == 200:
            world.saves += 1
            assert said["head"]["version"] >= self.shots[shot]
            self.shots[shot] = said["head"]["version"]

    @rule(which=either, shot=st.integers(0, 3), typed=settings_typed)
    def save(self, which: int, shot: int, typed: tuple[str, str, str]) -> None:
        """Save a shot on what was acknowledged last."""
        number = list(self.shots)[shot]
        self.took(
            number, *world.ask(which, "PUT", f"/shots/{number}/setup", self.body(number, typed))
        )

    @rule(which=either, shot=st.integers(0, 3), how=st.sampled_from(("undo", "redo")))
    def step(self, which: int, shot: int, how: str) -> None:
        """Take a save back, or make it again."""
        number = list(self.shots)[shot]
        body = {"base": self.version(which, number)}
        self.took(number, *world.ask(which, "POST", f"/shots/{number}/{how}", body))

    @rule(which=either, typed=settings_typed)
    def batch(self, which: int, typed: tuple[str, str, str]) -> None:
        """Change all shots at once, and now and then take that back."""
        key, part, text = typed
        body = {"shots": list(self.shots), "typed": {key: {part: text}}}
        path = f"/productions/{self.production}/batches"
        status, said = world.ask(which, "POST", path, body)
        assert status in (200, 201, 409, 422), said
        if status in (200, 201):
            world.saves += 1
            if len(text) % 2:
                status, said = world.ask(1 - which, "POST", f"/batches/{said['id']}/undo")
                assert status in (200, 409, 422), said
        self.look(which)

    @rule(which=either, later=st.booleans())
    def recut(self, which: int, later: bool) -> None:
        """Read another cut."""
        self.cut(which, (SECOND if later else FIRST).decode())

    @rule(which=either)
    def kill(self, which: int) -> None:
        """Kill a server at rest."""
        world.kill(which)

    @rule(
        which=either,
        shot=st.integers(0, 3),
        several=st.lists(settings_typed, min_size=2, max_size=8),
        after=st.floats(0, 0.1),
    )
    def kill_while_it_saves(
        self, which: int, shot: int, several: list[tuple[str, str, str]], after: float
    ) -> None:
        """Kill a server while it saves one after another: each is there, or it is not."""
        number = list(self.shots)[shot]
        came: list[tuple[int, Any]] = []
        down = threading.Event()

        def send() -> None:
            base = self.shots[number]
            for typed in several:
                key, part, text = typed
                body = {"base": base, "typed": {key: {part: text}}}
                try:
                    came.append(world.ask(which, "PUT", f"/shots/{number}/setup", body))
                except Down:
                    world.lost += 1
                    down.set()
                    return
                if came[-1][0] == 200:
                    base = came[-1][1]["head"]["version"]

        sending = threading.Thread(target=send)
        sending.start()
        time.sleep(after)
        world.servers[which].kill()
        world.kills += 1
        sending.join()
        world.servers[which].start()
        for each in came:
            self.took(number, *each)
        if down.is_set():
            self.unsure.add(number)

    def body(self, number: int, typed: tuple[str, str, str]) -> dict[str, object]:
        """Return a save of a shot."""
        key, part, text = typed
        return {"base": self.shots[number], "typed": {key: {part: text}}}

    def version(self, which: int, number: int) -> int:
        """Return the version that stands."""
        status, said = world.ask(which, "GET", f"/shots/{number}/head")
        assert status == 200, said
        return int(said["version"])

    def look(self, which: int) -> None:
        """Take what stands as acknowledged."""
        for number in self.shots:
            now = self.version(which, number)
            assert now >= self.shots[number], f"shot {number} lost a version"
            self.shots[number] = now

    @precondition(lambda self: self.shots)
    @invariant()
    def everything_opens_on_both(self) -> None:
        """Open all that is stored, on both servers, and compare."""
        for number, version in self.shots.items():
            pages = [world.ask(which, "GET", f"/shots/{number}") for which in (0, 1)]
            assert [status for status, _ in pages] == [200, 200], pages
            assert pages[0] == pages[1]
            now = pages[0][1]["head"]["version"]
            if number in self.unsure:
                assert version <= now <= version + 1
                self.unsure.discard(number)
            else:
                assert now == version, f"shot {number} is v{now}; v{version} was acknowledged"
            self.shots[number] = now
        for which in (0, 1):
            for path in ("/desk", f"/productions/{self.production}"):
                status, said = world.ask(which, "GET", path)
                assert status == 200, said


def explore(chance: int, kills: int) -> bool:
    """Work until so many kills are done; say whether nothing was lost."""
    global world
    with tempfile.TemporaryDirectory() as home:
        world = World(Path(home))
        number = 0
        try:
            while world.kills < kills:
                machine = seed(chance + number)(Work)
                run(machine, settings=_HOW)
                number += 1
        except AssertionError as error:
            print(f"Found after {world.kills} kills, --seed {chance + number}: {error}")
            return False
        finally:
            for each in world.servers:
                each.kill()
            print(
                f"{world.kills} kills, {world.saves} saves acknowledged, {world.lost} cut off: "
                "nothing acknowledged was lost, and everything opened."
            )
    return True


_HOW = settings(
    max_examples=4,
    stateful_step_count=30,
    deadline=None,
    database=None,
    phases=(Phase.generate,),
    suppress_health_check=list(HealthCheck),
)
