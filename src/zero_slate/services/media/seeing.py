"""How what is looked at in the proof is seen: by the setup's view, graded or not."""

from dataclasses import replace
from hashlib import blake2b

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.graded import grade_of
from zero_slate.files.colour.chain import BrokenView, Look, ViewedThrough
from zero_slate.files.colour.configs import stamp_of
from zero_slate.files.colour.shaders import ViewShader, view_shader
from zero_slate.services.media.pictures import Pictures, element_named, layer_named
from zero_slate.services.shots.chains import looks_of, through
from zero_slate.services.shots.loading import Loaded

# The stack is looked at like an element, under a number that no element has.
STACK = 0


class Seeing:
    """Tells by which chains the elements of shots are seen."""

    def __init__(self, pictures: Pictures):
        self.pictures = pictures
        self.workspace = pictures.workspace

    def shader(
        self, shot_id: int, element_id: int, layer: str, graded: bool = False
    ) -> ViewShader | None:
        """Return how an element's layer, or the stack, is seen, graded or not; None for data.

        Raises NotFound, and Refusal where it can't be seen.
        """
        loaded = self.pictures.shots.load(shot_id)
        seen_by = self.through(loaded, element_id, layer)
        if seen_by is None:
            return None
        if graded:
            seen_by = replace(seen_by, looks=self.looks(loaded))
        names = self.workspace.names_for(loaded.content.setup)
        try:
            return view_shader(seen_by, names.views.get(seen_by.display, ()) if names else ())
        except BrokenView as error:
            raise Refusal(f"What is read as {seen_by.space} can't be seen: {error}.") from error

    def looks(self, loaded: Loaded) -> tuple[Look, ...]:
        """Return the shot's grade, and the look file behind it, as a chain has them."""
        grade = grade_of(loaded.content, loaded.event)
        return looks_of(self.workspace, loaded.content.setup, grade)

    def colour_stamp(self, loaded: Loaded) -> str:
        """Return another text whenever the config's file or the look's is another."""
        address = self.workspace.colours.address(loaded.content.setup.color_config)
        said = repr((stamp_of(address), self.looks(loaded)))
        return blake2b(said.encode(), digest_size=8).hexdigest()

    def through(self, loaded: Loaded, element_id: int, layer: str) -> ViewedThrough | None:
        """Return how an element's layer, or the stack, is seen; None for data, or an unknown space.

        Raises NotFound.
        """
        setup = loaded.content.setup
        if element_id == STACK:
            return through(self.workspace, setup, self.linear_name(setup))
        element = element_named(loaded, element_id)
        return self.pictures.through(setup, element, layer_named(element, layer))

    def linear_name(self, setup: Setup) -> str:
        """Return the space of linear light, which a stack is put together in."""
        names = self.workspace.names_for(setup)
        return "scene_linear" if names and "scene_linear" in names.spaces else setup.working_space
