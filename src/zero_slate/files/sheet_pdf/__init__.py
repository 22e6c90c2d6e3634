"""The printed sheet: one page of PDF, drawn in lines and text."""
