"""What grows: 60 shoots of 8 situations, 300 setups, 36 bodies, 76 lenses; and saving while many frames are drawn."""

from __future__ import annotations

import tempfile
import threading
import time
import uuid
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path

from playwright.sync_api import sync_playwright

from benchmarks.browser import ARGUMENTS
from benchmarks.client import Client, saved_meanwhile
from benchmarks.figures import report
from wide_aperture.demo.served import DemoServer

SHOOTS, SITUATIONS, SETUPS, BODIES, LENSES = 60, 8, 300, 36, 76
RENDERS_AT_ONCE, RENDERS_EACH, DIFFERENT_RENDERS = 20, 5, 200


def fill(client: Client) -> None:
    """Grow the demo world to the sizes above. Copies differ in what plans depend on, so nothing is known twice."""
    bodies = [row["document"] for row in client.items("bodies")]
    lenses = [row["document"] for row in client.items("lenses")]
    free = [lens for lens in lenses if not lens["built_into"]]
    fixed = {lens["built_into"] for lens in lenses if lens["built_into"]}
    removable = [body for body in bodies if body["id"] not in fixed]
    for k in range(BODIES - len(bodies)):
        body = removable[k % len(removable)]
        figures = {"megapixels": body["megapixels"] * (1 + 0.002 * k), "name": f"{body['name']} no. {k}"}
        client.create("bodies", {**body, **figures, "id": str(uuid.uuid4())})
    for k in range(LENSES - len(lenses)):
        lens = free[k % len(free)]
        client.create(
            "lenses",
            {**lens, "id": str(uuid.uuid4()), "name": f"{lens['name']} no. {k}", "closest_focus_m": 0.3 + 0.01 * k},
        )
    shoots = [row["document"] for row in client.items("shoots")]
    planned = [row["document"] for row in client.items("situations") if row["document"]["body_id"]]
    for k in range(SHOOTS - len(shoots)):
        shoot = {**shoots[k % len(shoots)], "id": str(uuid.uuid4()), "title": f"Shoot {k}"}
        client.create("shoots", shoot)
        for n in range(SITUATIONS):
            each = planned[(k * SITUATIONS + n) % len(planned)]
            situation = {
                **each["situation"],
                "id": str(uuid.uuid4()),
                "order": n,
                "near_m": each["situation"]["near_m"] * (1 + 0.001 * k),
            }
            client.create("situations", {**each, "situation": situation, "shoot_id": shoot["id"]})
    listed = client.items("setups")
    whole = [client.ask(f"setups/{item['id']}")[0]["document"] for item in listed]
    for k in range(SETUPS - len(listed)):
        client.create(
            "setups",
            {**whole[k % len(whole)], "id": str(uuid.uuid4()), "title": f"Setup number {k}", "version_of": None},
        )


def lists(client: Client) -> None:
    begun = time.perf_counter()
    rounds = 0
    while any(item["pending"] for item in client.ask("shoots/overview?limit=500&budget_ms=1500")[0]["items"]):
        rounds += 1
    print(
        f"{f'overview of {SHOOTS} shoots x {SITUATIONS}, all plans new':<44}     {time.perf_counter() - begun:8.2f} s in {rounds + 1} answers, the first within its budget"
    )
    warm = [client.ask("shoots/overview?limit=500")[2] * 1000 for _ in range(20)]
    report(f"overview of {SHOOTS} shoots, warm", warm, "ms", "<= 150 ms")
    edited = []
    rows = client.items("situations")[:20]
    for row in rows:
        document = row["document"]
        document["situation"]["near_m"] *= 1.01
        client.ask(f"situations/{row['id']}", document, "PUT", If_Match=f'"{row["revision"]}"')
        answer, _, seconds = client.ask("shoots/overview?limit=500")
        assert not any(item["pending"] for item in answer["items"])
        edited.append(seconds * 1000)
    report("the same after one edit", edited, "ms", "<= 300 ms")
    _, body, _ = client.ask("setups?limit=500")
    print(f"{f'list of {SETUPS} setups':<44}     {len(body) / 1000:8.1f} kB   aim: <= 100 kB")
    situation = next(
        row["document"]["situation"] for row in rows if row["document"]["situation"]["light"]["kind"] == "named"
    )
    answers = [client.ask("framing", {"situation": situation}) for _ in range(9)]
    lines = len(answers[0][0])
    report(
        f"framing, {BODIES} bodies x {LENSES} lenses, {lines} lines",
        [seconds * 1000 for *_, seconds in answers],
        "ms",
        "<= 400 ms",
    )


def library(address: str) -> None:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=ARGUMENTS)
        ready, searched = [], []
        for _ in range(5):
            page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
            page.goto(f"{address}/atlas")
            page.wait_for_load_state("networkidle")
            begun = time.perf_counter()
            page.get_by_role("link", name="Setups").click()
            page.get_by_role("row").nth(30).wait_for()
            ready.append((time.perf_counter() - begun) * 1000)
            searched += [
                page.evaluate(SEARCH, [words]) for words in ("number 2", "gulls", "alder", "wedding quiet", "")
            ]
            page.context.close()
        report(f"library of {SETUPS} setups ready", ready, "ms", "<= 500 ms")
        report("searching it, key to list", searched, "ms", "<= 50 ms")


# Type into the search; time until the list was drawn (a frame after the last change).
SEARCH = """async ([words]) => {
  const field = document.querySelector('input[aria-label="Search the setups"]')
  const begun = performance.now()
  field.value = words
  field.dispatchEvent(new Event('input', { bubbles: true }))
  await new Promise((drawn) => requestAnimationFrame(() => setTimeout(drawn, 0)))
  return performance.now() - begun
}"""


def _draw_some(render: Callable[[int], None], first: int) -> None:
    for k in range(RENDERS_EACH):
        render(first + k)


def renders(client: Client, resident_mb: Callable[[], float]) -> None:
    body = client.items("bodies")[0]
    scenes = [place["name"] for place in client.ask("scenes")[0]["surroundings"]]
    kit = {row["id"]: row["document"] for kind in ("bodies", "lenses") for row in client.items(kind)}
    planned = next(
        row["document"] for row in client.items("situations") if row["document"]["situation"]["light"]["kind"] != "sky"
    )
    wish = {name: planned[name] for name in ("situation", "preferences", "accessories", "pins")}
    begun = client.ask(
        "rehearsal", {**wish, "body": kit[planned["body_id"]], "lens": kit[planned["lens_id"]], "scene": None}
    )[0]

    def render(k: int) -> None:
        capture = {**begun["capture"], "iso": 400 + k}
        client.ask(
            "render",
            {
                "scene": {**begun["scene"], "surroundings": scenes[k % len(scenes)]},
                "seed": 1 + k // len(scenes),
                "tuning": begun["tuning"],
                "body": kit[planned["body_id"]],
                "capture": capture,
                "look": {"width_px": 960},
            },
        )

    for k in range(DIFFERENT_RENDERS):
        render(k)
    print(f"{f'resident after {DIFFERENT_RENDERS} different renders':<44}     {resident_mb():8.0f} MB   aim: <= 550 MB")

    with saved_meanwhile(client, body["id"]) as times:
        drawers = [
            threading.Thread(target=_draw_some, args=(render, 1000 + n * RENDERS_EACH)) for n in range(RENDERS_AT_ONCE)
        ]
        for drawer in drawers:
            drawer.start()
        for drawer in drawers:
            drawer.join()
    report(f"a save beside {RENDERS_AT_ONCE} renders at once", times.saves, "ms", "p95 <= 150 ms")
    report(f"/session beside {RENDERS_AT_ONCE} renders at once", times.sessions, "ms", "<= 200 ms")


@contextmanager
def grown() -> Iterator[DemoServer]:
    with tempfile.TemporaryDirectory() as folder:
        server = DemoServer(folder)
        try:
            fill(Client(server.address))
            yield server
        finally:
            server.kill()


def main() -> None:
    with grown() as server:
        client = Client(server.address)
        lists(client)
        library(server.address)

        def resident_mb() -> float:
            lines = Path(f"/proc/{server.process.pid}/status").read_text().splitlines()
            return next(int(line.split()[1]) / 1024 for line in lines if line.startswith("VmRSS"))

        renders(client, resident_mb)


if __name__ == "__main__":
    main()
