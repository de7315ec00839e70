"""Settings of the server, each with its default and help; environment names start with OVAL_ROOM_."""

from __future__ import annotations

from pathlib import Path

from pydantic import Field
from pydantic_settings import BaseSettings, SettingsConfigDict


class Settings(BaseSettings):
    """name, default, help in one table."""

    model_config = SettingsConfigDict(env_prefix="OVAL_ROOM_")

    data: Path = Field(Path("var/oval-room.db"), description="database file")
    host: str = Field("127.0.0.1", description="address to listen on")
    port: int = Field(8321, ge=1, le=65535, description="port to listen on")
    author: str = Field("installer", description="who changes are by until somebody says")
    body_limit: int = Field(25 * 1024 * 1024, description="greatest request body in bytes")
