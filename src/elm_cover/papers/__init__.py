"""What is printed: job sheet, offer, eave detail, all drawn from the core's geometry."""
