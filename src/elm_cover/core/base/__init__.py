"""What every room uses: units, arrays, the notebook that flags, questions and figures are entered in."""
