/** What this server signs with: the same for every process of one database. */
export function serverSecret(): string {
  const secret = process.env['VEXLO_SECRET'];
  if (!secret) throw new Error('VEXLO_SECRET is not set; start Vexlo with ./vexlo start');
  return secret;
}
