"""Tests by room. How fast a machine is says nothing about the program, so no property fails for being slow."""

from hypothesis import HealthCheck, settings

settings.register_profile("any machine", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("any machine")
