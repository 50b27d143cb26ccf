"""The rack: every way of insulating this attic that makes sense, weighed side by side."""
