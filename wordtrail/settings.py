"""How a server is set up: by the command line, else by the environment (`WORDTRAIL_PORT=9000`), else by a file
`wordtrail.toml` in the folder where it is started, else as is usual. What makes no sense is said before it starts.
"""

from __future__ import annotations

import tomllib
from pathlib import Path
from typing import Any, Literal

from pydantic import Field, ValidationError
from pydantic_settings import BaseSettings, PydanticBaseSettingsSource, SettingsConfigDict, TomlConfigSettingsSource

from wordtrail.core.errors import WrongSettings

FILE = "wordtrail.toml"


class Settings(BaseSettings):
    """The settings of a server and its worker."""

    model_config = SettingsConfigDict(env_prefix="WORDTRAIL_", toml_file=FILE, extra="forbid")

    data: Path = Path("data")
    """The folder in which everything is kept."""
    host: str = Field(default="127.0.0.1", min_length=1, max_length=255)
    port: int = Field(default=8484, ge=1, le=65_535)
    student_port: int = Field(default=0, ge=0, le=65_535)
    """Where students come in while the door to the network is open; 0 is the one after `port`."""
    public_url: str = Field(default="", pattern=r"^(https?://.+)?$")
    """The address at which others reach this machine."""
    names: tuple[str, ...] = ()
    """Further names under which this machine may be asked, beside its own and its addresses."""
    passphrase: str = Field(default="", max_length=200)
    """Asked of the teacher's side; made up when on a network."""
    simulated_microphone: bool = False
    video_host: str = Field(default="", pattern=r"^(https?://.+)?$", max_length=300)
    """The address at which a video host takes films (tus 1.0)."""
    simulated_host: bool = False
    """Offer a video host of our own, on this machine, where no other is given."""
    log: Literal["text", "json"] = "text"
    """How each line of the log is written, to standard error."""
    log_level: Literal["debug", "info", "warning", "error"] = "warning"
    """From `info` on, every request and every job has a line."""

    @classmethod
    def settings_customise_sources(
        cls, settings_cls: type[BaseSettings], init_settings: PydanticBaseSettingsSource,
        env_settings: PydanticBaseSettingsSource, dotenv_settings: PydanticBaseSettingsSource,
        file_secret_settings: PydanticBaseSettingsSource,
    ) -> tuple[PydanticBaseSettingsSource, ...]:  # fmt: skip
        """The command line before the environment before the file."""
        return init_settings, env_settings, TomlConfigSettingsSource(settings_cls)


def settings_with(**given: Any) -> Settings:
    """The settings, those `given` (but None) before all others. Raises WrongSettings."""
    try:
        return Settings(**{name: value for name, value in given.items() if value is not None})
    except ValidationError as fault:
        first = fault.errors()[0]
        raise WrongSettings(".".join(map(str, first["loc"])), str(first["msg"])) from fault
    except tomllib.TOMLDecodeError as fault:
        raise WrongSettings(FILE, str(fault)) from fault
