"""The drawings beside the sheet: each belongs to the rows it explains."""
