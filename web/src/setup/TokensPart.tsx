import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { mayDo, TokenCells } from '../session/TokensPage';
import { api, data } from '../shared/api';
import { Problems } from '../shared/Problems';
import { setupKeys } from './keys';
import { say } from '../words';

/** Everybody's tokens that reach the company; an administrator takes it out of their reach. */
export function TokensPart() {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const tokens = useQuery({
    queryKey: setupKeys.tokens(company.id),
    queryFn: () =>
      data(api.GET('/api/v1/companies/{companyId}/tokens', { params: { path: { companyId: company.id } } })),
  });
  const end = useMutation({
    mutationFn: (tokenId: number) =>
      data(
        api.DELETE('/api/v1/companies/{companyId}/tokens/{tokenId}', {
          params: { path: { companyId: company.id, tokenId } },
        }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: setupKeys.tokens(company.id) }),
  });
  return (
    <section className="sheet">
      <h2>{say('setup.tokensForPrograms')}</h2>
      <Problems error={tokens.error} />
      {tokens.data?.length === 0 ? (
        <p className="quiet">{say('setup.noProgramWorksInThisCompanyWhoever')}</p>
      ) : (
        <table className="plain">
          <caption className="visually-hidden">{say('setup.tokensThatReachThisCompany')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('setup.whose')}</th>
              <th scope="col">{say('setup.name')}</th>
              <th scope="col">{say('setup.may')}</th>
              <th scope="col">{say('setup.until')}</th>
              <th scope="col">{say('setup.lastUsed')}</th>
              <th scope="col" />
            </tr>
          </thead>
          <tbody>
            {tokens.data?.map((t) => (
              <tr key={t.id}>
                <th scope="row">{t.person}</th>
                <td>{t.name}</td>
                <td>{mayDo(t.scopes)}</td>
                <TokenCells token={t} />
                <td>
                  <Button
                    variant="outline-secondary"
                    size="sm"
                    disabled={end.isPending}
                    aria-label={say('setup.endOfHere', { name: t.name, person: t.person })}
                    onClick={() => end.mutate(t.id)}
                  >
                    {say('setup.endItHere')}
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Problems error={end.error} title={say('setup.notEnded')} />
    </section>
  );
}
