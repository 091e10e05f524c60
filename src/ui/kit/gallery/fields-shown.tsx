'use client';
import { t } from '@/contracts/language/translate';
import { addDays } from '@/core/time/local-time';
import { useState } from 'react';
import { useOffice } from '@/ui/hooks/office';
import { Choice } from '../choice';
import { Combobox } from '../combobox';
import { DateField } from '../dates/date-field';
import { DateTimeField } from '../dates/date-time-field';
import { TimeField } from '../dates/time-field';
import { Field } from '../field';
import { Checkbox, NumberField, Radio, Select, TextArea, TextField } from '../fields';
import { DateRangeField } from '../dates/date-range-field';
import { RadioGroup } from '../radio-group';
import { Switch } from '../switch';
import { Shown } from './shown';

function ComboboxShown() {
  const [value, setValue] = useState('a');
  return (
    <Field label={t`Space`}>
      <Combobox
        options={[
          { value: 'a', text: t`Any suitable space` },
          { value: 'b', text: t`no space` },
        ]}
        value={value}
        onChange={setValue}
      />
    </Field>
  );
}

function DatesShown() {
  const { today } = useOffice();
  return (
    <Shown name="DateField, TimeField, DateTimeField, DateRangeField">
      <Field label={t`Day`} hint={t`tue, 12 may …`}>
        <DateField className="w-44" defaultValue={today} />
      </Field>
      <Field label={t`First day`}>
        <DateField className="w-44" />
      </Field>
      <Field label={t`Last day`}>
        <DateField className="w-44" min={addDays(today, 2)} max={addDays(today, 40)} defaultValue={today} />
      </Field>
      <Field label={t`From`}>
        <TimeField className="w-24" defaultValue="14:30" />
      </Field>
      <Field label={t`Hold until`}>
        <DateTimeField defaultValue={`${today}T18:00`} />
      </Field>
      <DateRangeField legend={t`Between two days`} names={['first', 'last']} defaultFrom={today} />
    </Shown>
  );
}

function GroupsShown() {
  const [layout, setLayout] = useState('a');
  const [isOn, setOn] = useState(true);
  return (
    <Shown name="RadioGroup, Switch">
      <RadioGroup
        legend={t`Layout`}
        name="shown-group"
        options={[
          ['a', t`rows of chairs`],
          ['b', t`round tables`],
        ]}
        value={layout}
        onChange={setLayout}
      />
      <Switch isOn={isOn} onChange={setOn}>{t`Whole days`}</Switch>
      <Switch isOn={!isOn} onChange={(on) => setOn(!on)}>{t`For readers`}</Switch>
    </Shown>
  );
}

const TicksShown = () => (
  <Shown name="Checkbox, Radio">
    <label className="flex items-center gap-2">
      <Checkbox defaultChecked />
      {t`Whole days`}
    </label>
    <label className="flex items-center gap-2">
      <Radio name="shown" defaultChecked />
      {t`round tables`}
    </label>
    <label className="flex items-center gap-2">
      <Radio name="shown" />
      {t`rows of chairs`}
    </label>
  </Shown>
);

/** Fields with their labels, hints and faults. */
export const FieldsShown = () => (
  <>
    <Shown name="Field, TextField, NumberField, TextArea, Select, Choice, Combobox">
      <Choice
        label={t`Layout`}
        none={t`any`}
        defaultValue=""
        options={[
          ['a', t`rows of chairs`],
          ['b', t`round tables`],
        ]}
      />
      <Field label={t`Title`}>
        <TextField />
      </Field>
      <Field label={t`Title`} fault={t`Write something, or add a file.`}>
        <TextField />
      </Field>
      <Field label={t`People`} look="plain">
        <NumberField className="w-24" defaultValue={12} />
      </Field>
      <Field label={t`Reason`} look="note">
        <TextArea rows={2} />
      </Field>
      <Field label={t`Layout`} look="caps">
        <Select className="w-40">
          <option>{t`round tables`}</option>
          <option>{t`rows of chairs`}</option>
        </Select>
      </Field>
      <ComboboxShown />
    </Shown>
    <TicksShown />
    <GroupsShown />
    <DatesShown />
  </>
);
