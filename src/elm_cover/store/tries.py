"""How often somebody may try a password: counted before it is looked at, by account and by address, for a while and across restarts."""

from __future__ import annotations

import time
from collections.abc import Callable

from .jobs import JobStore
from .tokens import sum_of_token
from .who_rows import AttemptRow

WITHIN_S = 15 * 60.0
# Of one account from one address; of one account from anywhere; of one address on any account. By judgement: who mistypes comes in, and
# nobody keeps a colleague out from another place with a few tries.
MOST_HERE, MOST_OF_ACCOUNT, MOST_OF_ADDRESS = 8, 60, 40


class TooManyTriesError(RuntimeError):
    """So many that one has to wait."""

    def __init__(self, wait_s: float) -> None:
        super().__init__(wait_s)
        self.wait_s = wait_s


def count_try(store: JobStore, account: str, address: str, clock: Callable[[], float] = time.time) -> None:
    """Counts a try before it is made. Raises TooManyTriesError, then it is not counted. account: whatever was typed, so that who does
    not exist is counted alike."""
    now = clock()
    limits = dict(zip(_keys(account, address), (MOST_HERE, MOST_OF_ACCOUNT, MOST_OF_ADDRESS), strict=True))
    with store.writing():
        # A clock that was set back counts nothing for ever.
        AttemptRow.delete().where((AttemptRow.at_s <= now - WITHIN_S) | (AttemptRow.at_s > now + 1)).execute()
        for key, most in limits.items():
            times = [row.at_s for row in AttemptRow.select().where(AttemptRow.key == key).order_by(AttemptRow.at_s)]
            if len(times) >= most:
                raise TooManyTriesError(times[len(times) - most] + WITHIN_S - now)
        for key in limits:
            AttemptRow.create(key=key, at_s=now)


def forget_tries(store: JobStore, account: str, address: str) -> None:
    """Who came in mistypes from nothing; what others tried on the account stays counted, and one try less is the address's."""
    with store.writing():
        both, *each = _keys(account, address)
        AttemptRow.delete().where(AttemptRow.key == both).execute()
        for key in each:
            last = (
                AttemptRow.select(AttemptRow.at_s).where(AttemptRow.key == key).order_by(AttemptRow.at_s.desc()).first()
            )
            if last is not None:
                AttemptRow.delete().where((AttemptRow.key == key) & (AttemptRow.at_s == last.at_s)).execute()


def _keys(account: str, address: str) -> tuple[str, str, str]:
    """Both, the account, the address, as they are counted: what was typed for a name may have been a password, and is not kept."""
    typed = sum_of_token(account)
    return f"{address} {typed}", f"account {typed}", f"address {address}"
