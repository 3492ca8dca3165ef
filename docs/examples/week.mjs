// Reads the week of a shop and writes a reading into the log of a job.
//
//   VEXLO=http://127.0.0.1:4620 TOKEN=vexlo_… node docs/examples/week.mjs J-0041
//
// The token is made under People, Programs: "what a fitter may". Nothing but Node.js is needed.

const { VEXLO = 'http://127.0.0.1:4620', TOKEN } = process.env;

async function ask(path, body) {
  const answer = await fetch(VEXLO + path, {
    method: body ? 'POST' : 'GET',
    headers: { authorization: `Bearer ${TOKEN}`, 'content-type': 'application/json' },
    ...(body ? { body: JSON.stringify(body) } : {}),
  });
  const value = await answer.json();
  // Whatever goes wrong is said in `message`, and in `faults` by path.
  if (!answer.ok) throw new Error(`${answer.status}: ${value.message} ${JSON.stringify(value.faults ?? [])}`);
  return value;
}

const [number] = process.argv.slice(2);
const jobs = await ask('/api/plan');
for (const { number: job, vehicle, work } of jobs) {
  const open = work.tasks.filter(({ id }) => !work.ticks[id]);
  console.log(`${job}  ${vehicle}: ${open.length} to do${open[0] ? `, next: ${open[0].label}` : ''}`);
}

const job = jobs.find((one) => one.number === number);
if (job) {
  // An id of its own: an entry that is sent twice stands once.
  const reading = {
    axle: 'front',
    side: 'left',
    direction: 'forward',
    stance: 'ramp',
    lockDeg: 20,
    travelMm: 40,
    obstacle: 'lip',
    gapMm: 14,
    errorMm: 2,
  };
  await ask(`/api/jobs/${job.id}/log`, [
    {
      kind: 'test-fit',
      id: crypto.randomUUID(),
      at: new Date().toISOString().slice(0, 16),
      by: 'the gauge',
      stageId: job.work.stageId,
      reading,
    },
  ]);
  console.log(`written into the log of ${job.number}: ${reading.gapMm} mm to the ${reading.obstacle}`);
}
