"""What was made before, by what it was made from: the least used goes first where the kept grow too large."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable
from functools import update_wrapper
from itertools import count
from threading import Lock
from typing import Any, Generic, ParamSpec, TypeVar
from weakref import WeakSet

Key = TypeVar("Key", bound=Hashable)
Made = TypeVar("Made")
Asked = ParamSpec("Asked")


# What all memories of the program keep together, the one bound there is; a large job fills some of them, a long day of small ones
# others.
MOST_BYTES_TOGETHER = 180_000_000
# What keeping anything at all takes: its key, its place in the order, a small answer.
ENTRY_BYTES = 600


class Together:
    """Several memories with one bound on what they keep together: what was not asked for the longest goes first."""

    def __init__(self, most_bytes: int = MOST_BYTES_TOGETHER) -> None:
        self.most_bytes = most_bytes
        self.lock = Lock()
        self.turns = count()
        self._memories: WeakSet[Memory[Any, Any]] = WeakSet()

    def add(self, memory: Memory[Any, Any]) -> None:
        """One more memory under the bound."""
        with self.lock:
            self._memories.add(memory)

    @property
    def bytes_kept(self) -> int:
        """How much all of them keep now."""
        return sum(memory.bytes_kept for memory in self._memories)

    def forget(self) -> None:
        """Everything is made anew from now on, as on the first day."""
        for memory in list(self._memories):
            memory.clear()

    def make_room(self) -> None:
        """Lets go of the oldest until the bound holds. Called with the lock held."""
        while self.bytes_kept > self.most_bytes:
            filled = [memory for memory in self._memories if memory.oldest is not None]
            min(filled, key=lambda memory: memory.oldest or 0).drop_oldest()


EVERYWHERE = Together()


class _Hashed:
    """A key with its hash, which is long in the making: once for each time something is asked for."""

    __slots__ = ("_hash", "key")

    def __init__(self, key: Hashable) -> None:
        self.key, self._hash = key, hash(key)

    def __hash__(self) -> int:
        return self._hash

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Hashed) and self.key == other.key


class Memory(Generic[Key, Made]):
    """Keeps what was made, under the bound that it shares with the others; safe between threads.

    Two threads that ask for the same thing at once both make it: what is kept must be frozen data that nobody changes.
    """

    def __init__(self, weigh: Callable[[Made], int], together: Together = EVERYWHERE) -> None:
        """weigh: how many bytes one of them holds; together: with which others it shares a bound."""
        self.bytes_kept = 0
        self._weigh = weigh
        # What was made, its bytes, and the turn it was last asked in.
        self._kept: OrderedDict[_Hashed, tuple[Made, int, int]] = OrderedDict()
        self._together = together
        together.add(self)

    @property
    def oldest(self) -> int | None:
        """The turn in which the oldest was last asked for; None while nothing is kept."""
        return next(iter(self._kept.values()))[2] if self._kept else None

    def drop_oldest(self) -> None:
        """Forgets what was not asked for the longest. Called with the lock held."""
        _, (_, gone, _) = self._kept.popitem(last=False)
        self.bytes_kept -= gone

    def get(self, key: Key, make: Callable[[], Made], key_bytes: int = 0) -> Made:
        """What was made of this key, made now where it is not kept. What alone is larger than the bound is not kept.

        key_bytes: what the key itself keeps alive.
        """
        hashed = _Hashed(key)
        with self._together.lock:
            found = self._kept.pop(hashed, None)
            if found is not None:
                self._kept[hashed] = (found[0], found[1], next(self._together.turns))
                return found[0]
        made = make()
        weight = self._weigh(made) + key_bytes + ENTRY_BYTES
        with self._together.lock:
            if hashed not in self._kept and weight <= self._together.most_bytes:
                self._kept[hashed] = (made, weight, next(self._together.turns))
                self.bytes_kept += weight
                self._together.make_room()
        return made

    def clear(self) -> None:
        """Forgets all."""
        with self._together.lock:
            self._kept.clear()
            self.bytes_kept = 0


class Remembered(Generic[Asked, Made]):
    """A function whose answers are kept by what it was asked."""

    def __init__(
        self, asked: Callable[Asked, Made], memory: Memory[Any, Made], key_bytes: Callable[..., int] | None
    ) -> None:
        self._asked, self._key_bytes = asked, key_bytes
        self.memory = memory
        self.cache_clear = memory.clear
        update_wrapper(self, asked)

    def __call__(self, *args: Asked.args, **kwargs: Asked.kwargs) -> Made:
        """The answer, kept or made."""
        key = (args, tuple(kwargs.items()))
        held = 0 if self._key_bytes is None else self._key_bytes(*args, **kwargs)
        return self.memory.get(key, lambda: self._asked(*args, **kwargs), held)


def _small(_: object) -> int:
    return 0


def remembered(
    weigh: Callable[[Any], int] = _small, key_bytes: Callable[..., int] | None = None
) -> Callable[[Callable[Asked, Made]], Remembered[Asked, Made]]:
    """Keeps a function's answers, under the one bound of the program. weigh: how many bytes an answer holds beside what keeping
    anything takes; key_bytes: what it was asked keeps alive."""

    def of(asked: Callable[Asked, Made]) -> Remembered[Asked, Made]:
        return Remembered(asked, Memory(weigh), key_bytes)

    return of


class Itself:
    """A thing as a key: the same only as itself. It keeps the thing, so that no other takes its place."""

    __slots__ = ("thing",)

    def __init__(self, thing: Any) -> None:
        self.thing = thing

    def __hash__(self) -> int:
        return id(self.thing)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Itself) and other.thing is self.thing
