import { customerAnswerBody } from '../../../../../core/people/customerLink';
import { answerByLink } from '../../../../../server/customer';
import { endpoint, handle } from '../../../../../server/endpoint';

export const { GET, HEAD, POST, PUT, PATCH, DELETE, ALL } = endpoint({
  POST: handle({
    does: 'What a customer answers by their link: takes an option of the quote, signed, or asks.',
    right: 'anybody',
    body: customerAnswerBody,
    run: (ctx, { params, body }) => answerByLink(ctx, params['secret'] ?? '', body),
  }),
});
