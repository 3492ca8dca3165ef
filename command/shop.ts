import { parseArgs } from 'node:util';
import { z } from 'zod';
import { faultsOf, words } from '../core/format/fields';
import { shownName } from '../core/people/rights';
import { connect } from '../data/client';
import { addPerson } from '../data/people';
import { openShop, shopCalled } from '../data/shop';
import { faultLines } from '../formats/buildJson';
import { makeLink } from '../server/accounts/entry';
import { MARGIN_MM } from '../server/accounts/opening';
import { contextAs } from '../server/context';
import { ensureDatabase } from './cluster';
import { prepareDatabase } from './prepare';
import { currentRun } from './run';
import { target } from './target';

const asked = z.strictObject({ name: words(80, 1), place: words(80), owner: words(60, 1) });

/** One more shop in a database, and the link by which its owner sets a password. Throws where a shop has that name. */
export async function addShop(
  url: string,
  { name, place, owner }: z.output<typeof asked>,
): Promise<{ secret: string }> {
  const shops = connect(url, true);
  try {
    // As it is asked for at the door: two that differ by a capital could not be told apart there.
    const known = await shopCalled(shops.everyShop, name);
    const shopId = known
      ? undefined
      : await openShop(shops.everyShop, shownName(name), { marginMm: MARGIN_MM, place });
    if (shopId === undefined)
      throw new Error(`there is a shop called “${known?.name ?? name}” here already; call it otherwise`);
    const called = shownName(owner);
    const person = await addPerson(shops.ofShop(shopId), called, 'owner');
    if (!person) throw new Error('its owner was not stored');
    return await makeLink(await contextAs(shops, shopId, 'Vexlo'), { id: person.id, name: called });
  } finally {
    await shops.close();
  }
}

/** `./vexlo shop NAME --owner NAME [--place PLACE]`: for whoever runs the machine, and for nobody who reaches it. */
export async function shop(args: string[]): Promise<number> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: { owner: { type: 'string', default: '' }, place: { type: 'string', default: '' } },
  });
  const read = asked.safeParse({ name: positionals[0] ?? '', place: values.place, owner: values.owner });
  if (!read.success || positionals.length > 1) {
    console.error(
      `usage: ./vexlo shop NAME --owner NAME [--place PLACE]${read.success ? '' : `\n${faultLines(faultsOf(asked, read.error.issues))}`}`,
    );
    return 2;
  }
  const { url, cluster, started } = await target();
  try {
    if (cluster) await ensureDatabase(cluster, 'vexlo');
    await prepareDatabase(url);
    const { secret } = await addShop(url, read.data);
    const at = process.env['VEXLO_URL'] || currentRun()?.url || 'http://127.0.0.1:4620';
    console.log(
      `${read.data.name} is there. ${read.data.owner} sets a password, once and within four days, at\n${at}/enter#${secret}`,
    );
    return 0;
  } finally {
    if (started) cluster?.stop();
  }
}
