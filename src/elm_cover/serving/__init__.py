"""How the program is served: connections and their limits, Flask behind them, heavy work in processes of its own."""
