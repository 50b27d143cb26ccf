"""Nothing a client does slowly, without end or against the rules holds up the others; each is refused in words."""

from __future__ import annotations

import json
import select
import time

import pytest

from elm_cover.serving import protocol

from .conftest import RawServed, read_answer
from .test_streams import looking_on

HEAD = "POST /api/plan HTTP/1.1\r\nHost: 127.0.0.1:{port}\r\nContent-Type: application/json\r\n"


def problem(answer: tuple[int, dict[str, str], bytes]) -> str:
    status, headers, body = answer
    assert headers["content-type"] == "application/problem+json"
    told = json.loads(body)
    assert told["status"] == status and told["title"]
    return str(told["detail"])


def test_150_idle_and_dripping_connections_hold_up_nobody(served: RawServed) -> None:
    held = [served.connect() for _ in range(150)]
    for number, wire in enumerate(held):
        if number % 3 == 1:
            wire.sendall(b"GET / HTTP/1.1\r\nX-Drip")
        elif number % 3 == 2:
            wire.sendall(HEAD.format(port=served.port).encode() + b"Content-Length: 1000\r\n\r\n{")
    begun = time.monotonic()
    assert served.ask("GET", "/api/jobs")[0] == 200
    assert time.monotonic() - begun < 2
    answers = [read_answer(wire) for wire in held[:3]]
    assert answers[0][0] == 0, "who says nothing is let go without a word"
    assert answers[1][0] == 408 and "head" in problem(answers[1])
    assert answers[2][0] == 408 and "body" in problem(answers[2])
    for wire in held:
        wire.close()


def test_a_head_without_end_is_refused(served: RawServed) -> None:
    lines = b"".join(b"X-%d: %s\r\n" % (i, b"y" * 900) for i in range(90))
    answer = served.raw(b"GET / HTTP/1.1\r\n" + lines)
    assert answer[0] == 431 and "65,536 bytes" in problem(answer)


def test_of_too_many_connections_those_that_ask_for_nothing_make_room(
    served: RawServed, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(protocol, "MOST_OF_A_CLIENT", 5)
    held = [served.connect() for _ in range(40)]
    time.sleep(0.1)
    assert served.ask("GET", "/api/jobs")[0] == 200
    for wire in held:
        wire.close()


@pytest.mark.parametrize("bound", ["MOST_CONNECTIONS", "MOST_OF_A_CLIENT"])
def test_too_many_connections_that_are_all_in_use_are_told_so(
    served: RawServed, monkeypatch: pytest.MonkeyPatch, bound: str
) -> None:
    job = served.new_job()
    held = [looking_on(served, job) for _ in range(5)]
    monkeypatch.setattr(protocol, bound, 5)
    with served.connect() as one_more:
        answer = read_answer(one_more)
    assert answer[0] == 503 and "connections at once" in problem(answer) and answer[1]["retry-after"]
    for wire in held:
        wire.close()
    time.sleep(0.1)
    assert served.ask("GET", "/api/jobs")[0] == 200


def test_a_body_over_its_limit_is_refused_before_it_is_sent(served: RawServed) -> None:
    with served.connect() as wire:
        wire.sendall(HEAD.format(port=served.port).encode() + b"Content-Length: 3000000\r\n\r\n{")
        answer = read_answer(wire)
    assert answer[0] == 413 and problem(answer) == "At most 2,000,000 bytes here; this is 3,000,000 bytes."


def test_a_body_in_pieces_is_refused_just_past_its_limit(served: RawServed) -> None:
    chunk = b"10000\r\n" + b" " * 0x10000 + b"\r\n"
    sent = 0
    with served.connect() as wire:
        wire.sendall(HEAD.format(port=served.port).encode() + b"Transfer-Encoding: chunked\r\n\r\n")
        while sent < 20_000_000 and not select.select([wire], [], [], 0)[0]:
            wire.sendall(chunk)
            sent += len(chunk)
        answer = read_answer(wire)
    assert answer[0] == 413 and "2,000,000" in problem(answer)
    assert sent < 8_000_000, "it was read to the end before it was refused"


@pytest.mark.parametrize(
    "text",
    [b"FROB / HTTP/1.1\r\n\r\n", b"\x16\x03\x01\x02\x00\x01\x00", b"GET \xff\xfe HTTP/1.1\r\n\r\n", b"GET / HTTP/9.9\r\n\r\n"],
    ids=["a method that is none", "a greeting in TLS", "an address that is none", "a version to come"],
)  # fmt: skip
def test_what_is_no_request_is_a_problem_in_words(served: RawServed, text: bytes) -> None:
    answer = served.raw(text)
    assert answer[0] == 400 and "no HTTP request" in problem(answer)
    assert served.ask("GET", "/api/jobs")[0] == 200


def test_odd_addresses_and_lengths_never_break_it(served: RawServed) -> None:
    for path in ("/%ff%fe", "/api/jobs/%00", "/api/photos/..%2f..%2fetc", "/api/jobs?sort=%ff"):
        assert served.ask("GET", path)[0] in (200, 400, 404, 405, 422), path
    assert served.ask("POST", "/api/plan", b"{}", **{"Content-Length": "2, 2"})[0] == 400
    assert served.ask("POST", "/api/jobs", {})[0] == 422


def test_it_stops_at_once_with_connections_and_streams_open(served: RawServed) -> None:
    job = served.new_job()
    held = [served.connect() for _ in range(20)]
    for wire in held[:10]:
        wire.sendall(f"GET /api/jobs/{job}/log/stream HTTP/1.1\r\nHost: 127.0.0.1:{served.port}\r\n\r\n".encode())
    until = time.monotonic() + 5
    while served.news.watched < 10 and time.monotonic() < until:
        time.sleep(0.01)
    assert served.news.watched == 10
    assert served.stop() < 1.5
    for wire in held:
        wire.close()
