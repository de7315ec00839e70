"""The job's rules: pure Python with no web, no database and no drawing. Lengths are mm, angles degrees."""
