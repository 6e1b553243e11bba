"""The web's way in: a JSON API with an OpenAPI document, media with ranges, student pages.

Enters: requests. Leaves: core values as JSON, problem details (RFC 9457), files. No rule of the
job lives here; handlers fetch, call the core, and keep.
"""
