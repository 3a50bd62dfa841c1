import { Link, useSearchParams } from 'react-router';
import { explainsWord, findingSentences, sourceReasonWord } from '../../../../core/explain/sourceWord.ts';
import type { Nutrient } from '../../../../core/diagnosis/sources/types.ts';
import type { Stored } from '../../../../contract/records.ts';
import { checksOf } from '../../../../model/water/checks.ts';
import { useSnapshot } from '../../../api/data.ts';
import { useSource } from '../../../api/waterWork.ts';
import { Choice } from '../../../parts/Choice.tsx';
import { Pick } from '../../../parts/Pick.tsx';
import { useAmounts } from '../../../parts/useAmounts.ts';
import { Balance } from './Balance.tsx';
import { Finder } from './Finder.tsx';
import './source.css';

/** Where phosphate or nitrate comes from: candidates ranked by the log and a mass balance, and what to check next. */
export function SourceScreen() {
  const snapshot = useSnapshot();
  const [params, setParams] = useSearchParams();
  const systems = snapshot.all('system').sort((a, b) => a.content.name.localeCompare(b.content.name));
  const system = systems.find((one) => one.id === params.get('system')) ?? systems[0];
  const nutrient: Nutrient = params.get('nutrient') === 'nitrate' ? 'nitrate' : 'phosphate';
  if (!system)
    return (
      <main className="page">
        <header className="head">
          <h1>Find the source</h1>
        </header>
        <p className="datum">Describe a tank first: a source is found from its tests and its log.</p>
      </main>
    );
  const go = (systemId: string, which: Nutrient) =>
    setParams({ system: systemId, nutrient: which }, { replace: true });
  return (
    <main className="page">
      <header className="head">
        <h1>Find the source</h1>
        <Pick
          label={systems[0]?.content.name ?? ''}
          value={system.id}
          options={systems.map((one) => ({ value: one.id, label: one.content.name }))}
          onChange={(id) => go(id || (systems[0]?.id ?? ''), nutrient)}
        />
        <Choice
          label="Which nutrient"
          hideLabel
          value={nutrient}
          options={[
            { value: 'phosphate', label: 'Phosphate' },
            { value: 'nitrate', label: 'Nitrate' },
          ]}
          onChange={(which) => go(system.id, which)}
        />
        <span className="grow" />
        <Link className="btn2" to={`/water?system=${system.id}`}>
          Back to the tests
        </Link>
      </header>
      <Source key={`${system.id} ${nutrient}`} system={system} nutrient={nutrient} />
    </main>
  );
}

function Source({ system, nutrient }: { system: Stored<'system'>; nutrient: Nutrient }) {
  const answer = useSource(system.id, nutrient);
  const amounts = useAmounts();
  if (answer.kind === 'missing')
    return (
      <p className="datum" style={{ paddingTop: 12 }}>
        {answer.what === 'litres' ? (
          <>
            A mass balance needs the true litres.{' '}
            <Link to={`/systems/${system.id}?edit=1`}>Measure a vessel first</Link>.
          </>
        ) : (
          <>
            Three tests of {nutrient} within five weeks make a balance; there are fewer.{' '}
            <Link to={`/water?system=${system.id}`}>Enter a test</Link>.
          </>
        )}
      </p>
    );
  const { facts, finding, made } = answer;
  const [first, ...more] = findingSentences(finding, nutrient, facts.supply);
  const style = { show: amounts.show };
  return (
    <div className="datum finding">
      <p className="order">{first}</p>
      <p className="soft">{more.join(' ')}</p>
      <Finder
        systemId={system.id}
        finds={nutrient}
        checks={checksOf(nutrient)}
        next={finding.next}
        made={made}
        suspects={finding.sources.map((source) => ({
          id: source.id,
          name: source.name,
          chance: source.chance,
          aside: finding.asks === 'nothing' ? null : explainsWord(source.amount, finding.toExplain),
          children: (
            <ul className="plain reasons">
              {source.reasons.map((reason, i) => (
                <li key={i}>{sourceReasonWord(reason, style)}</li>
              ))}
            </ul>
          ),
        }))}
      />
      <Balance facts={facts} finding={finding} />
      <p className="soft small">
        How common each source is, and what a sign weighs, are house defaults; what feed and animals hold is
        from memory. A balance is no better than its tests and the litres logged with each change.
      </p>
    </div>
  );
}
