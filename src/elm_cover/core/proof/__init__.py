"""Proof: what depths, bags, cores and fan tests say was really done, and what may be claimed (handbook §19)."""
