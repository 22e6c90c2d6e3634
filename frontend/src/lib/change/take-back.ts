import { api, take } from '$lib/api/client';
import { counted } from '$lib/words';

/** Take a change of several shots back; say in how many, and which were changed since and stay. */
export async function takeBack(batch: number): Promise<{ shots: string; stay: string }> {
	const path = { batch_id: batch };
	const back = await take(api.POST('/api/v1/batches/{batch_id}/undo', { params: { path } }));
	return {
		shots: counted(back.shots, 'shot'),
		stay: back.kept.length ? ` ${back.kept.join(', ')} changed since, and stay.` : ''
	};
}
