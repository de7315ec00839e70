"""Oval Room: the planning desk and site companion of people who install screens in other people's rooms."""

__version__ = "0.1.0"
