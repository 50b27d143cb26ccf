"""One section told: every figure of it, and the flags that go with them."""
