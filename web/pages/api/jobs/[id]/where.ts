import { whereBody } from '../../../../../core/format/where';
import { jobById } from '../../../../../data/jobs';
import { noteWhere, whereaboutsOf } from '../../../../../data/whereabouts';
import { endpoint, handle } from '../../../../../server/endpoint';
import { done, missing } from '../../../../../server/errors';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  GET: handle({
    right: 'see',
    does: 'Who has the job open now, on which leaf of its sheet and in which field.',
    ids: ['id'],
    run: async ({ db }, { id }) =>
      (await jobById(db, id)) ? done(await whereaboutsOf(db, id)) : missing('job'),
  }),
  PUT: handle({
    right: 'see',
    does: 'Says where an open page of the job is: said anew every 20 s, as gone (`leaf: null`) or as nothing for 45 s it is there no more. Answers who else is there.',
    ids: ['id'],
    body: whereBody,
    run: async ({ db, person }, { id, body }) => {
      if (!(await jobById(db, id))) return missing('job');
      await noteWhere(db, id, person.name, body);
      return done(await whereaboutsOf(db, id));
    },
  }),
});
