import { useStore } from '@nanostores/react';
import { useState } from 'react';
import type { Assessment } from '../../../core/assess';
import type { Build } from '../../../core/format/build';
import { CheckList } from '../package/CheckList';
import { $shop, editStages } from '../../state/store';
import { fetched } from '../../ui/later';
import { Button } from '../../ui/Button';

const RulesDialog = fetched('The dialog', async () => (await import('./RulesDialog')).RulesDialog);

/** The rules of the place that are in force for this job, as checks; and the shop's own set, to edit and to take over. */
export function RulesPanel({ build, assessment }: { build: Build; assessment: Assessment }) {
  const { rules: shopRules } = useStore($shop);
  const [editing, setEditing] = useState(false);
  const { rules } = build.use;
  const newer = JSON.stringify(rules) !== JSON.stringify(shopRules);
  return (
    <div className="mt-4" data-testid="rules">
      <div className="flex flex-wrap items-center gap-3">
        <h3 className="text-lg font-semibold">Rules of the place</h3>
        <span className="text-graphite">{rules ? rules.name : 'no rule set is in force for this job'}</span>
        {newer && (
          <Button
            needs="plan"
            onClick={() => editStages((stage) => ({ ...stage, use: { ...stage.use, rules: shopRules } }))}
          >
            {rules ? 'Take over the shop’s newer set' : `Take “${shopRules.name}”`}
          </Button>
        )}
        <Button needs="plan" onClick={() => setEditing(true)}>
          Edit the shop’s set
        </Button>
      </div>
      <p className="text-graphite text-[0.9rem]">
        What the shop wrote down, not the law; rules differ by place and change. Ask the inspector.
      </p>
      {assessment.rules.length > 0 && <CheckList checks={assessment.rules} />}
      {editing && <RulesDialog close={() => setEditing(false)} />}
    </div>
  );
}
