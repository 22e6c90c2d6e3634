"""Settings that most shots leave alone: staging in depth, two eyes, finish, grain, targets."""

from typing import Annotated

from pydantic import BaseModel, ConfigDict

from zero_slate.core.finish.finish import Finish
from zero_slate.core.finish.grain import Grain
from zero_slate.core.finish.steadiness import Steadiness
from zero_slate.core.settings.kinds.choice import ChoiceKind
from zero_slate.core.settings.kinds.texts import ShortKind
from zero_slate.core.settings.schema import Setting
from zero_slate.core.stand.camera import Camera
from zero_slate.core.stand.eyes import Eyes
from zero_slate.core.stand.focus import Focus
from zero_slate.core.stand.order import DrawOrder
from zero_slate.core.stand.views import ViewLayout
from zero_slate.core.targets.targets import Targets


class SeldomUsed(BaseModel):
    """What an edit asks for only where its format sets it."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    camera: Annotated[
        Camera,
        Setting(
            "stand",
            "Camera",
            "The focal length or the angle of view, and the film back: 50 mm on 36x24, 40 deg on "
            "academy. None: nothing is staged in depth.",
            ShortKind("Camera", Camera, 20, Camera.examples),
            "stand",
        ),
    ] = Camera()
    focus: Annotated[
        Focus,
        Setting(
            "stand",
            "Focus",
            "By optics: f/2.8 at 3 m. By hand: a distance, the depth that stays sharp, and how "
            "soft at most: 3 m, 0.5 m sharp, at most 12 px. Pulled: 3 m on 1001 to 5 m on 1061.",
            ShortKind("Focus", Focus, 20, Focus.examples),
            "stand",
        ),
    ] = Focus()
    order: Annotated[
        DrawOrder,
        Setting(
            "stand",
            "Order",
            "What lies over what: as in the stack, by distance along the view, or by true distance "
            "from the camera to each element's middle.",
            ChoiceKind("Order", DrawOrder, 13),
            "stand",
        ),
    ] = DrawOrder.STACK
    eyes: Annotated[
        Eyes,
        Setting(
            "stand",
            "Two eyes",
            "How far apart two cameras stand, where they converge (or parallel), and the screen: "
            "65 mm at 3 m, screen 10 m from 12 m. None: one eye.",
            ShortKind("Two eyes", Eyes, 20, Eyes.examples),
            "stand",
        ),
    ] = Eyes()
    views: Annotated[
        ViewLayout,
        Setting(
            "stand",
            "Views laid out",
            "How the pictures of two eyes are delivered: as two views, beside or above each other, "
            "by lines, or for coloured glasses.",
            ChoiceKind("Views laid out", ViewLayout, 20),
            "stand",
        ),
    ] = ViewLayout.TWO
    finish: Annotated[
        Finish,
        Setting(
            "finish",
            "Finish",
            "What fills, lines and edges of artwork are made to look like: fills wash 60 % at 24 "
            "px, lines chalk 50 % at 6 px held, edges left out, seed 7.",
            ShortKind("Finish", Finish, 20, Finish.examples),
            "canvas",
        ),
    ] = Finish()
    steadiness: Annotated[
        Steadiness,
        Setting(
            "finish",
            "Steadiness",
            "How long a texture stays: held for the whole shot, with each drawing, or every 2 "
            "frames.",
            ShortKind("Steadiness", Steadiness, 18, Steadiness.examples),
            "canvas",
        ),
    ] = Steadiness()
    grain: Annotated[
        Grain,
        Setting(
            "finish",
            "Grain",
            "How strong, how large in delivered pixels, at five brightnesses, colour or grey: 4 % "
            "at 1.5 px by 40 100 80 60 20, colour, seed 3.",
            ShortKind("Grain", Grain, 20, Grain.examples),
            "canvas",
        ),
    ] = Grain()
    targets: Annotated[
        Targets,
        Setting(
            "targets",
            "Published as",
            "What is published, each with a data rate where it matters: H.264 movie at 8 Mb/s, "
            "GIF.",
            ShortKind("Published as", Targets, 20, Targets.examples),
            "canvas",
        ),
    ] = Targets()
