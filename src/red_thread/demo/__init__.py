"""The demo: Saltmarsh Lane School, a made-up school by the sea. Everything in it is invented."""

from red_thread.demo.load import DEMO_PASSWORD, DEMO_PEOPLE, DemoBrokenOff, holds_demo, load_demo, prepare_data

__all__ = ["DEMO_PASSWORD", "DEMO_PEOPLE", "DemoBrokenOff", "holds_demo", "load_demo", "prepare_data"]
