"""A trade that is in no list: `tests/test_add_a_trade.py` puts it into a copy of the program, as CONTRIBUTING says."""
