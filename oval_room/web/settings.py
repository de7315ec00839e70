"""Settings of the server, each with its default and help; environment names start with OVAL_ROOM_."""

from __future__ import annotations

from pathlib import Path

from pydantic import Field, SecretStr
from pydantic_settings import BaseSettings, SettingsConfigDict

from oval_room.core import most


class Settings(BaseSettings):
    """name, default, help in one table."""

    model_config = SettingsConfigDict(env_prefix="OVAL_ROOM_")

    data: Path = Field(Path("var/oval-room.db"), description="database file")
    host: str = Field("127.0.0.1", description="address to listen on")
    port: int = Field(8321, ge=1, le=65535, description="port to listen on")
    names: str = Field("", description="names the server is called by from other machines, commas between")
    proxies: str = Field("", description="addresses of proxies whose word is taken for who asks, commas between")
    passphrase: SecretStr = Field(SecretStr(""), description="asked of everybody when it is set")
    workers: int = Field(2, ge=1, le=16, description="processes that serve")
    author: str = Field("installer", description="who changes are by until somebody says")
    body_limit: int = Field(most.BODY, description="greatest request body in bytes")

    @property
    def all_names(self) -> tuple[str, ...]:
        return tuple(name.strip() for name in self.names.split(",") if name.strip())
