"""The price book and what heat costs, read from the job."""

from __future__ import annotations

from ...job import Job
from ..given.book import BookInput, RemovalRates
from ..given.energy import EnergyInput
from ..preparation.lumber import lumber_prices


def book_input(job: Job) -> BookInput:
    """The price and rate book as the core takes it."""
    book = job.book
    rates = {name: float(value) for name, value in book.rates.model_dump(exclude={"machine"}).items()}
    prices = book.preparation.prices.model_dump()
    return BookInput(
        book.currency,
        book.prices.model_dump(),
        rates,
        book.rates.machine == "truck",
        book.overhead_pct,
        book.margin_pct,
        prices | lumber_prices(prices),
        book.preparation.rates.model_dump(),
        tuple(sorted({float(length) for length in book.preparation.lumber_ft})),
    )


def energy_input(job: Job) -> EnergyInput:
    """What a unit of heat costs in this house."""
    energy = job.book.energy
    return EnergyInput(
        fuel=energy.heating_fuel,
        heating_price=energy.heating_price,
        heating_efficiency=energy.heating_efficiency,
        cooling_price_per_kwh=energy.cooling_price_per_kwh,
        cooling_efficiency=energy.cooling_efficiency,
        cooled=energy.cooled,
        heating_degree_days=energy.heating_degree_days,
        cooling_degree_days=energy.cooling_degree_days,
        spread_pct=energy.spread_pct,
    )


def removal_rates(job: Job) -> RemovalRates:
    """What old fill is taken out at, by the price and rate book."""
    rates = job.book.rates
    return RemovalRates(
        rates.removal_bag_ft3, rates.vacuum_ft3_per_hour_of_two, rates.clearing_batts_ft2_per_hour_of_two
    )
