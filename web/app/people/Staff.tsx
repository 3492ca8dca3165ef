import { useState, type Dispatch, type SetStateAction } from 'react';
import { toast } from '../../state/notices';
import { rightsOf, ROLES, type Role } from '../../../core/people/rights';
import { refusalWords, send } from '../../state/apiClient';
import { useWhyNot } from '../../state/person';
import { Button } from '../../ui/Button';
import { FreshLink } from '../../ui/FreshLink';
import { Choice, Words } from './fields';

export type StaffPerson = {
  id: number;
  name: string;
  role: Role;
  active: boolean;
  password: boolean;
  digits: boolean;
};

type Props = {
  me: { id: number };
  people: StaffPerson[];
  setPeople: Dispatch<SetStateAction<StaffPerson[]>>;
};
type Link = { name: string; secret: string; expiresAt: string };

const waysOf = ({ active, password, digits }: StaffPerson): string =>
  !active
    ? 'left'
    : [password && 'password', digits && 'four digits'].filter(Boolean).join(', ') || 'nothing yet';

/** Who works here: what they are, how they come in, and for the owner what can be changed of it. */
export function Staff({ me, people, setPeople }: Props) {
  const why = useWhyNot('people');
  const [link, setLink] = useState<Link | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const change = async (id: number, body: Partial<Pick<StaffPerson, 'role' | 'active'>>): Promise<void> => {
    const answer = await send<StaffPerson>('PATCH', `/api/people/${id}/standing`, body);
    if (answer.kind === 'ok')
      setPeople((all) => all.map((one) => (one.id === id ? { ...one, ...answer.value } : one)));
    else toast(refusalWords(answer));
  };
  const makeLink = async ({ id, name }: StaffPerson): Promise<void> => {
    const answer = await send<Omit<Link, 'name'>>('POST', `/api/people/${id}/link`);
    if (answer.kind === 'ok') setLink({ name, ...answer.value });
    else toast(refusalWords(answer));
  };
  const add = async (form: HTMLFormElement): Promise<void> => {
    const typed = new FormData(form);
    const name = String(typed.get('name') ?? '').trim();
    const role = typed.get('role') as Role;
    setFault(null);
    const answer = await send<{ id: number } & Omit<Link, 'name'>>('POST', '/api/people', { name, role });
    if (answer.kind !== 'ok') {
      setFault(refusalWords(answer, true));
      return;
    }
    form.reset();
    setPeople((all) => [
      ...all,
      { id: answer.value.id, name, role, active: true, password: false, digits: false },
    ]);
    setLink({ name, secret: answer.value.secret, expiresAt: answer.value.expiresAt });
  };
  return (
    <section aria-label="Who works here">
      <div className="overflow-x-auto">
        <table className="w-full border-collapse" data-testid="staff">
          <thead>
            <tr className="border-line border-b text-left">
              {['Name', 'Is', 'May', 'Comes in by', ''].map((words) => (
                <th key={words} className={`caption py-1.5 pr-4 ${words === 'May' ? 'max-md:hidden' : ''}`}>
                  {words}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {people.map((one) => (
              <tr key={one.id} className={`border-line border-b ${one.active ? '' : 'text-graphite'}`}>
                <td className="py-2 pr-4 text-[1.05rem] font-semibold">
                  {one.name}
                  {one.id === me.id && <span className="text-graphite font-normal"> (you)</span>}
                </td>
                <td className="py-2 pr-4">
                  {why === null && one.active ? (
                    <select
                      className="plain-button"
                      aria-label={`What ${one.name} is`}
                      value={one.role}
                      onChange={(event) => void change(one.id, { role: event.target.value as Role })}
                    >
                      {ROLES.map((role) => (
                        <option key={role}>{role}</option>
                      ))}
                    </select>
                  ) : (
                    one.role
                  )}
                </td>
                <td className="text-graphite max-w-[22rem] py-2 pr-4 text-[0.9rem] max-md:hidden">
                  {rightsOf(one.role)}
                </td>
                <td className="py-2 pr-4 whitespace-nowrap">{waysOf(one)}</td>
                <td className="py-2 whitespace-nowrap">
                  {why === null && (
                    <span className="flex justify-end gap-1.5">
                      {one.active && (
                        <Button onClick={() => void makeLink(one)}>
                          {one.password ? 'New password' : 'Invite'}
                        </Button>
                      )}
                      <Button onClick={() => void change(one.id, { active: !one.active })}>
                        {one.active ? 'Left' : 'Is back'}
                      </Button>
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {link && (
        <FreshLink
          address={`${location.origin}/enter#${link.secret}`}
          whom={link.name}
          until={link.expiresAt}
          once
        />
      )}
      {why === null && (
        <form
          className="mt-3 flex flex-wrap items-end gap-3"
          data-testid="new-person"
          onSubmit={(event) => {
            event.preventDefault();
            void add(event.currentTarget);
          }}
        >
          <div className="w-64">
            <Words name="name" label="One more person" auto="off" fault={fault} />
          </div>
          <Choice name="role" label="Is" first="fitter" options={ROLES.map((role) => [role, role])} />
          <Button type="submit">Add, and make a link</Button>
        </form>
      )}
    </section>
  );
}
