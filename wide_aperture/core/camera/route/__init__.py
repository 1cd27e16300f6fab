"""The shortest way from how a camera stands to how it must stand."""

from wide_aperture.core.camera.route.walk import Route, RouteStep, route

__all__ = ["Route", "RouteStep", "route"]
