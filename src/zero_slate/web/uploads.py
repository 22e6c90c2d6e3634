"""Files that the API takes."""

from typing import Annotated

from fastapi import File, Form, UploadFile

Upload = Annotated[UploadFile, File(description="The file.")]
OptionalText = Annotated[str | None, Form()]
