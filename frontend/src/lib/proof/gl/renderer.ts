import type { Schema } from '$lib/api/client';
import { boundsOf, type Frame } from './frame';
import {
	APART,
	CHANNELS,
	fragment,
	KINDS,
	partsOf,
	VERTEX,
	type Channel,
	type Parts
} from './sources';

type Shader = Schema<'ViewShader'>;
type Gl = WebGL2RenderingContext;

/** How pictures are looked at; nothing of it is kept in any setup. */
export interface Look {
	exposure: number;
	gamma: number;
	saturation: number;
	channel: Channel;
	/** Whether pixels that clip, are negative or no numbers are hatched. */
	marks: boolean;
	/** How much noise and differences are raised. */
	raise: number;
	/** The view that it is looked at through; empty for the setup's own. */
	view: string;
}

/** A picture to be drawn, and where. */
export interface Drawn {
	frame: Frame;
	shader: Shader | null;
	kind: string;
	/** The stored pixel at the screen's upper left corner, and how many a screen pixel covers. */
	origin: [number, number];
	step: [number, number];
	/** Which field is shown: 0 upper, 1 lower, −1 both. */
	field: number;
}

export interface Scene {
	one: Drawn;
	other: Drawn | null;
	/** Where the edge between the two lies, in screen pixels; or how far they are apart is shown. */
	compare: 'edge' | 'beside' | 'apart';
	edge: number;
	look: Look;
	/** The canvas: left, top, right and lower edge, in screen pixels. */
	canvas: [number, number, number, number];
	/** How much of what lies outside the canvas is seen, from 0 to 1. */
	outside: number;
}

/** What pixels are, in the steps of their way to the display: four values each, row by row. */
export interface Readings {
	side: number;
	stored: Float32Array;
	linear: Float32Array;
	working: Float32Array;
	display: Float32Array;
}

interface Program {
	program: WebGLProgram;
	places: Map<string, WebGLUniformLocation | null>;
	tables: { texture: WebGLTexture; target: number; sampler: string }[];
}

interface Slot {
	texture: WebGLTexture;
	key: string;
	shape: string;
	bounds: [number, number];
}

const UNITS = { picture: 0, tables: 1 };

/** Draws frames with OpenColorIO's shaders, in WebGL 2. */
export class Renderer {
	private readonly gl: Gl;
	private programs = new Map<string, Program>();
	private slots = new Map<string, Slot>();
	private targets: { texture: WebGLTexture; frame: WebGLFramebuffer; size: string }[] = [];
	private probing: { texture: WebGLTexture; frame: WebGLFramebuffer; side: number } | null = null;
	readonly floats: boolean;
	/** The longest side of a texture here. */
	readonly longest: number;

	/** Throws where the browser has no WebGL 2. */
	constructor(canvas: HTMLCanvasElement) {
		const gl = canvas.getContext('webgl2', {
			antialias: false,
			depth: false,
			preserveDrawingBuffer: true
		});
		if (!gl) throw new Error('This browser has no WebGL 2.');
		this.gl = gl;
		this.floats = gl.getExtension('EXT_color_buffer_float') !== null;
		gl.getExtension('OES_texture_float_linear');
		this.longest = gl.getParameter(gl.MAX_TEXTURE_SIZE) as number;
		const corners = gl.createBuffer();
		gl.bindBuffer(gl.ARRAY_BUFFER, corners);
		gl.bufferData(gl.ARRAY_BUFFER, new Float32Array([-1, -1, 3, -1, -1, 3]), gl.STATIC_DRAW);
		gl.enableVertexAttribArray(0);
		gl.vertexAttribPointer(0, 2, gl.FLOAT, false, 0, 0);
	}

	/** Let go of all that is on the graphics processor. */
	close(): void {
		this.gl.getExtension('WEBGL_lose_context')?.loseContext();
	}

	/** Show nothing. */
	clear(): void {
		const { gl } = this;
		gl.bindFramebuffer(gl.FRAMEBUFFER, null);
		gl.viewport(0, 0, gl.canvas.width, gl.canvas.height);
		gl.disable(gl.SCISSOR_TEST);
		gl.clearColor(0, 0, 0, 0);
		gl.clear(gl.COLOR_BUFFER_BIT);
	}

	/** Draw a scene. Throws where the view that it is looked at through fails. */
	draw(scene: Scene): void {
		const { gl } = this;
		const { width, height } = gl.canvas;
		this.clear();
		if (!scene.other) return this.picture(scene.one, 'one', scene, 0);
		if (scene.compare === 'apart') return this.apart(scene);
		const edge = Math.round(Math.min(width, Math.max(0, scene.edge)));
		gl.enable(gl.SCISSOR_TEST);
		gl.scissor(0, 0, edge, height);
		this.picture(scene.one, 'one', scene, 0);
		gl.scissor(edge, 0, width - edge, height);
		const [other, of] = scene.compare === 'beside' ? moved(scene, edge) : [scene.other, scene];
		this.picture(other, 'other', of, 0);
		gl.disable(gl.SCISSOR_TEST);
	}

	/** Read a square of stored pixels about one, in every step of their way. */
	probe(drawn: Drawn, x: number, y: number, side: number, look: Look): Readings | null {
		if (!this.floats) return null;
		const { gl } = this;
		const target = this.probeTarget(side);
		gl.bindFramebuffer(gl.FRAMEBUFFER, target.frame);
		gl.viewport(0, 0, side, side);
		gl.disable(gl.SCISSOR_TEST);
		const half = (side - 1) / 2;
		const placed: Drawn = { ...drawn, origin: [x - half, y - half], step: [1, 1], field: -1 };
		const scene = { look, canvas: [0, 0, side, side], outside: 1 } as unknown as Scene;
		const read = (out: number): Float32Array => {
			gl.clearColor(NaN, NaN, NaN, 0);
			gl.clear(gl.COLOR_BUFFER_BIT);
			this.picture(placed, 'one', scene, out, side);
			const values = new Float32Array(side * side * 4);
			gl.readPixels(0, 0, side, side, gl.RGBA, gl.FLOAT, values);
			return flipped(values, side);
		};
		const found = {
			side,
			stored: read(4),
			linear: read(1),
			working: read(2),
			display: read(3)
		};
		gl.bindFramebuffer(gl.FRAMEBUFFER, null);
		return found;
	}

	private picture(drawn: Drawn, slot: string, scene: Scene, out: number, tall?: number): void {
		const { gl } = this;
		const { frame, shader } = drawn;
		const whole = frame.sample === 'uint16';
		const program = this.programOf(partsOf(shader, scene.look.view), whole);
		gl.useProgram(program.program);
		gl.activeTexture(gl.TEXTURE0 + UNITS.picture);
		const { bounds } = this.upload(slot, frame, drawn.kind);
		const at = (name: string) => program.places.get(name) ?? null;
		const kind = KINDS.indexOf(drawn.kind);
		const { look } = scene;
		gl.uniform1i(at('u_picture'), UNITS.picture);
		gl.uniform1f(at('u_most'), whole ? 1 / 65535 : 1);
		gl.uniform2i(at('u_size'), frame.width, frame.height);
		gl.uniform1i(at('u_rows'), frame.rows);
		gl.uniform1i(at('u_channels'), frame.channels);
		gl.uniform1i(at('u_straight'), frame.straight ? 1 : 0);
		gl.uniform1i(at('u_kind'), shader ? 0 : kind > 0 ? kind : 7);
		gl.uniform2f(at('u_bounds'), ...bounds);
		gl.uniform2f(at('u_origin'), ...drawn.origin);
		gl.uniform2f(at('u_step'), ...drawn.step);
		gl.uniform1f(at('u_tall'), tall ?? gl.canvas.height);
		gl.uniform1i(at('u_field'), drawn.field);
		gl.uniform1f(at('u_gain'), 2 ** look.exposure);
		gl.uniform1f(at('u_power'), 1 / look.gamma);
		gl.uniform1f(at('u_saturation'), look.saturation);
		gl.uniform1i(at('u_channel'), CHANNELS.indexOf(look.channel));
		gl.uniform1i(at('u_marks'), look.marks ? 1 : 0);
		gl.uniform1i(at('u_out'), out);
		gl.uniform4f(at('u_canvas'), ...scene.canvas);
		gl.uniform1f(at('u_outside'), scene.outside);
		gl.uniform1f(at('u_raise'), look.raise);
		program.tables.forEach((table, n) => {
			gl.activeTexture(gl.TEXTURE0 + UNITS.tables + n);
			gl.bindTexture(table.target, table.texture);
			gl.uniform1i(at(table.sampler), UNITS.tables + n);
		});
		gl.drawArrays(gl.TRIANGLES, 0, 3);
	}

	/** Both pictures in linear light, and then how far they are apart. */
	private apart(scene: Scene): void {
		const { gl } = this;
		const { width, height } = gl.canvas;
		const targets = [0, 1].map((n) => this.target(n, width, height));
		for (const [n, drawn] of [scene.one, scene.other!].entries()) {
			gl.bindFramebuffer(gl.FRAMEBUFFER, targets[n]!.frame);
			gl.clearColor(0, 0, 0, 0);
			gl.clear(gl.COLOR_BUFFER_BIT);
			this.picture(drawn, n ? 'other' : 'one', scene, 5);
		}
		gl.bindFramebuffer(gl.FRAMEBUFFER, null);
		const program = this.programBy('apart', () => APART);
		gl.useProgram(program.program);
		targets.forEach((target, n) => {
			gl.activeTexture(gl.TEXTURE0 + n);
			gl.bindTexture(gl.TEXTURE_2D, target.texture);
		});
		gl.uniform1i(program.places.get('u_one') ?? null, 0);
		gl.uniform1i(program.places.get('u_other') ?? null, 1);
		gl.uniform1f(program.places.get('u_raise') ?? null, scene.look.raise);
		gl.drawArrays(gl.TRIANGLES, 0, 3);
	}

	private upload(name: string, frame: Frame, kind: string): Slot {
		const { gl } = this;
		let slot = this.slots.get(name);
		if (!slot) {
			slot = { texture: gl.createTexture(), key: '', shape: '', bounds: [0, 1] };
			this.slots.set(name, slot);
		}
		gl.bindTexture(gl.TEXTURE_2D, slot.texture);
		if (slot.key === frame.key) return slot;
		const { internal, format, type } = layoutOf(gl, frame);
		gl.pixelStorei(gl.UNPACK_ALIGNMENT, 1);
		const shape = `${frame.width} ${frame.height} ${internal}`;
		const { width, height, data } = frame;
		if (shape === slot.shape) {
			gl.texSubImage2D(gl.TEXTURE_2D, 0, 0, 0, width, height, format, type, data);
		} else {
			gl.texImage2D(gl.TEXTURE_2D, 0, internal, width, height, 0, format, type, data);
			nearest(gl, gl.TEXTURE_2D);
		}
		slot.key = frame.key;
		slot.shape = shape;
		slot.bounds = kind === 'colour' ? [0, 1] : boundsOf(frame, kind === 'depth');
		return slot;
	}

	private programOf(parts: Parts, whole: boolean): Program {
		return this.programBy(`${parts.key} ${whole}`, () => fragment(parts, whole), parts);
	}

	private programBy(key: string, source: () => string, parts: Parts | null = null): Program {
		const known = this.programs.get(key);
		if (known) return known;
		const { gl } = this;
		const program = gl.createProgram();
		for (const [type, text] of [
			[gl.VERTEX_SHADER, VERTEX],
			[gl.FRAGMENT_SHADER, source()]
		] as const) {
			const made = gl.createShader(type)!;
			gl.shaderSource(made, text);
			gl.compileShader(made);
			gl.attachShader(program, made);
		}
		gl.bindAttribLocation(program, 0, 'corner');
		gl.linkProgram(program);
		if (!gl.getProgramParameter(program, gl.LINK_STATUS) && !gl.isContextLost()) {
			throw new Error(`This view can't be drawn here: ${gl.getProgramInfoLog(program) ?? ''}`);
		}
		const places = new Map<string, WebGLUniformLocation | null>();
		const count = gl.getProgramParameter(program, gl.ACTIVE_UNIFORMS) as number;
		for (let n = 0; n < count; n++) {
			const name = gl.getActiveUniform(program, n)!.name;
			places.set(name, gl.getUniformLocation(program, name));
		}
		const every = parts ? [parts.linear, parts.working, parts.display] : [];
		const tables = every.flatMap((part) => part.tables.map((table) => tableOf(gl, table)));
		const made = { program, places, tables };
		this.programs.set(key, made);
		return made;
	}

	private target(n: number, width: number, height: number) {
		const { gl } = this;
		const size = `${width} ${height}`;
		let target = this.targets[n];
		if (target?.size === size) return target;
		target ??= { texture: gl.createTexture(), frame: gl.createFramebuffer(), size };
		target.size = size;
		const internal = this.floats ? gl.RGBA16F : gl.RGBA8;
		const type = this.floats ? gl.HALF_FLOAT : gl.UNSIGNED_BYTE;
		gl.bindTexture(gl.TEXTURE_2D, target.texture);
		gl.texImage2D(gl.TEXTURE_2D, 0, internal, width, height, 0, gl.RGBA, type, null);
		nearest(gl, gl.TEXTURE_2D);
		attach(gl, target);
		this.targets[n] = target;
		return target;
	}

	private probeTarget(side: number) {
		const { gl } = this;
		if (this.probing?.side === side) return this.probing;
		const made = { texture: gl.createTexture(), frame: gl.createFramebuffer(), side };
		gl.bindTexture(gl.TEXTURE_2D, made.texture);
		gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA32F, side, side, 0, gl.RGBA, gl.FLOAT, null);
		nearest(gl, gl.TEXTURE_2D);
		attach(gl, made);
		this.probing = made;
		return made;
	}
}

/** The second of two that lie beside each other, and its scene: so many screen pixels further. */
function moved(scene: Scene, by: number): [Drawn, Scene] {
	const other = scene.other!;
	const { origin, step } = other;
	const [left, top, right, bottom] = scene.canvas;
	return [
		{ ...other, origin: [origin[0] - by * step[0], origin[1]] },
		{ ...scene, canvas: [left + by, top, right + by, bottom] }
	];
}

function attach(gl: Gl, target: { texture: WebGLTexture; frame: WebGLFramebuffer }): void {
	gl.bindFramebuffer(gl.FRAMEBUFFER, target.frame);
	const place = gl.COLOR_ATTACHMENT0;
	gl.framebufferTexture2D(gl.FRAMEBUFFER, place, gl.TEXTURE_2D, target.texture, 0);
}

function nearest(gl: Gl, target: number, filter: number = gl.NEAREST): void {
	gl.texParameteri(target, gl.TEXTURE_MIN_FILTER, filter);
	gl.texParameteri(target, gl.TEXTURE_MAG_FILTER, filter);
	gl.texParameteri(target, gl.TEXTURE_WRAP_S, gl.CLAMP_TO_EDGE);
	gl.texParameteri(target, gl.TEXTURE_WRAP_T, gl.CLAMP_TO_EDGE);
	if (target === gl.TEXTURE_3D) gl.texParameteri(target, gl.TEXTURE_WRAP_R, gl.CLAMP_TO_EDGE);
}

/** How a frame's pixels lie in a texture, as they are stored. */
function layoutOf(gl: Gl, frame: Frame): { internal: number; format: number; type: number } {
	const place = frame.channels - 1;
	const formats = [gl.RED, gl.RG, gl.RGB, gl.RGBA];
	const wholes = [gl.RED_INTEGER, gl.RG_INTEGER, gl.RGB_INTEGER, gl.RGBA_INTEGER];
	const layouts = {
		half: { internal: [gl.R16F, gl.RG16F, gl.RGB16F, gl.RGBA16F], formats, type: gl.HALF_FLOAT },
		float: { internal: [gl.R32F, gl.RG32F, gl.RGB32F, gl.RGBA32F], formats, type: gl.FLOAT },
		uint8: { internal: [gl.R8, gl.RG8, gl.RGB8, gl.RGBA8], formats, type: gl.UNSIGNED_BYTE },
		uint16: {
			internal: [gl.R16UI, gl.RG16UI, gl.RGB16UI, gl.RGBA16UI],
			formats: wholes,
			type: gl.UNSIGNED_SHORT
		}
	};
	const layout = layouts[frame.sample];
	return {
		internal: layout.internal[place]!,
		format: layout.formats[place]!,
		type: layout.type
	};
}

function tableOf(gl: Gl, table: Schema<'ShaderTable'>): Program['tables'][number] {
	const bytes = Uint8Array.from(atob(table.values), (letter) => letter.charCodeAt(0));
	const values = new Float32Array(bytes.buffer);
	const texture = gl.createTexture();
	const internal = table.channels === 1 ? gl.R32F : gl.RGB32F;
	const format = table.channels === 1 ? gl.RED : gl.RGB;
	const target = table.depth ? gl.TEXTURE_3D : gl.TEXTURE_2D;
	const { width, height, depth } = table;
	gl.pixelStorei(gl.UNPACK_ALIGNMENT, 1);
	gl.activeTexture(gl.TEXTURE0 + UNITS.tables);
	gl.bindTexture(target, texture);
	if (depth) gl.texImage3D(target, 0, internal, width, height, depth, 0, format, gl.FLOAT, values);
	else gl.texImage2D(target, 0, internal, width, height, 0, format, gl.FLOAT, values);
	nearest(gl, target, table.smooth ? gl.LINEAR : gl.NEAREST);
	return { texture, target, sampler: table.sampler };
}

/** Rows from the upper edge down: what is read of a framebuffer begins at the lower. */
function flipped(values: Float32Array, side: number): Float32Array {
	const made = new Float32Array(values.length);
	for (let row = 0; row < side; row++) {
		made.set(values.subarray((side - 1 - row) * side * 4, (side - row) * side * 4), row * side * 4);
	}
	return made;
}
