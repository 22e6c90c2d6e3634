import { Fingers, type Place } from '$lib/hand/fingers';
import { keys } from '$lib/keys/keys.svelte';
import type { RuleGeometry } from './geometry.svelte';
import type { RuleView } from './view.svelte';

/** The side of the hairline that the hand leaves free. */
export type Side = 'left' | 'right';

interface HandsOn {
	view: RuleView;
	geometry: RuleGeometry;
	element: () => SVGSVGElement;
	/** The hairline goes to a moment. */
	onmoment: (moment: number) => void;
}

/** Pens, fingers and the wheel on a rule: one takes the hairline along, two move and zoom it. */
export class RuleHands {
	/** Where the readings stand while a pen or a finger lies over the hairline. */
	free = $state<Side | null>(null);
	private readonly fingers = new Fingers();
	/** Whether two were down: the one that stays says nothing more. */
	private paired = false;

	constructor(private readonly on: HandsOn) {}

	/** Something was put on the rule: whether it is a pen or a finger, which this answers. */
	down(event: PointerEvent): boolean {
		if (event.pointerType === 'mouse') return false;
		this.fingers.down(event.pointerId, placeOf(event));
		this.on.element().setPointerCapture(event.pointerId);
		this.paired = this.fingers.count > 1;
		this.feel(event);
		if (!this.paired) this.on.onmoment(this.moment(event));
		return true;
	}

	/** It went on: whether this answers it. */
	move(event: PointerEvent): boolean {
		if (event.pointerType === 'mouse' || this.fingers.count === 0) return false;
		const pinch = this.fingers.move(event.pointerId, placeOf(event));
		const { view, geometry } = this.on;
		if (pinch) {
			view.zoom(1 / pinch.times, this.momentAt(pinch.about.x));
			view.move(view.first - pinch.by.x / geometry.scale);
		} else if (!this.paired) {
			this.feel(event);
			this.on.onmoment(this.moment(event));
		}
		return true;
	}

	up(event: PointerEvent): void {
		this.fingers.up(event.pointerId);
		if (this.fingers.count === 0) this.paired = false;
		this.free = null;
	}

	/** Something is dragged under a pen or a finger: the readings stand beside the hand. */
	feel(event: PointerEvent): void {
		this.free = event.pointerType === 'mouse' || this.paired ? null : sideOf(event);
	}

	wheel(event: WheelEvent): void {
		event.preventDefault();
		const { view, geometry } = this.on;
		const across = event.shiftKey ? event.deltaY : event.deltaX;
		if (!event.ctrlKey && (Math.abs(across) > Math.abs(event.deltaY) || event.shiftKey))
			view.move(view.first + across / geometry.scale);
		// Two fingers on a pad are a wheel with Ctrl, of small steps.
		else
			view.zoom(Math.exp(event.deltaY / (event.ctrlKey ? 80 : 300)), this.momentAt(event.clientX));
	}

	moment(event: PointerEvent): number {
		return this.momentAt(event.clientX);
	}

	private momentAt(x: number): number {
		return this.on.geometry.moment(x, this.on.element().getBoundingClientRect());
	}
}

function placeOf(event: PointerEvent): Place {
	return { x: event.clientX, y: event.clientY };
}

/** The side away from the hand: a pen leans to it; else, the hand that the key set is for. */
function sideOf(event: PointerEvent): Side {
	if (event.pointerType === 'pen' && event.tiltX) return event.tiltX > 0 ? 'left' : 'right';
	return keys.penLeft ? 'right' : 'left';
}
