"""The corner at the eave solved in two dimensions: heat, damp, mould, wind (handbook §8)."""
