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
        through = self.through(loaded, element_id, layer)
        if through is None:
            return None
        if graded:
            through = replace(through, looks=self.looks(loaded))
        names = self.workspace.names_for(loaded.content.setup)
        try:
            return view_shader(through, names.views.get(through.display, ()) if names else ())
        except BrokenView as error:
            raise Refusal(f"What is read as {through.space} can't be seen: {error}.") from error

    def looks(self, loaded: Loaded) -> tuple[Look, ...]:
        """Return the shot's grade, and the look file behind it, as a chain has them."""
        grade, space = grade_of(loaded.content, loaded.event), loaded.content.setup.grade_space
        if grade is None:
            return ()
        looks = [Look(space, grade.cdl)] if grade.cdl is not None else []
        if grade.look:
            volume, _, inside = grade.look.partition(":")
            path = str(self.workspace.folder(volume, inside))
            looks.append(Look(space, None, path, stamp_of(path)))
        return tuple(looks)

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
            view = setup.viewing
            return ViewedThrough(
                self.workspace.colours.address(setup.color_config),
                self.linear_name(setup),
                view.display,
                view.view,
                setup.working_space,
            )
        element = element_named(loaded, element_id)
        return self.pictures.through(setup, element, layer_named(element, layer))

    def linear_name(self, setup: Setup) -> str:
        """Return the space of linear light, which a stack is put together in."""
        names = self.workspace.names_for(setup)
        return "scene_linear" if names and "scene_linear" in names.spaces else setup.working_space
