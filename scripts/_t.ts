import { PATTERNS } from '../demo/jobs';
import { shelfItem } from '../demo/shelf';
import { applyAll } from '../core/job/operations';
import { newJob } from '../core/job/job';
import { contentHash } from '../core/gear/hash';
import { planJob } from '../core/plan';
for (const pattern of PATTERNS) {
    const places = (kind: string) => Object.keys(pattern.places).filter((id) => pattern.places[id]!.accepts.includes(kind as never));
    const speakers = places('speaker').sort((a, b) => Object.keys(pattern.places[a]!.covers).length - Object.keys(pattern.places[b]!.covers).length).slice(0, 2);
    const job = applyAll(newJob('x', pattern.name, pattern, contentHash(pattern)), [
      { op: 'addGear', id: 'head', item: shelfItem('kingcup-3'), place: places('headUnit')[0]! },
      { op: 'addGear', id: 'amp', item: shelfItem('weir-4-45'), place: places('amplifier')[0]! },
      ...speakers.flatMap((place, i): any => [
        { op: 'addGear', id: `s${i}`, item: shelfItem('bittern-130'), place },
        { op: 'wireChannel', channel: `amp/${['fl', 'fr', 'rl', 'rr'][i]}`, wiring: { coil: { gear: `s${i}`, coil: 0 } } },
      ]),
    ]);
for (const option of ['aside','off','fished']) { const p=planJob(applyAll(job,[{op:'choose',choice:'access',option}])); console.log(pattern.id, option, p.build.teardown.covers.map(c=>c.cover+':'+c.state).join(' '), p.minutes.teardown+p.minutes.refit, p.minutes.pull, p.runs.map(r=>r.fished.join()).filter(Boolean).join('|')); }
console.log(speakers, job.gear.head.place, job.gear.amp.place);
}
