"""The reckoning: pure values and functions, without files, database, web or clock."""
