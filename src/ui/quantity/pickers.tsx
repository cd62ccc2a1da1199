'use client';

import { AdapterDateFns } from '@mui/x-date-pickers/AdapterDateFns';
import { DatePicker } from '@mui/x-date-pickers/DatePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { TimePicker } from '@mui/x-date-pickers/TimePicker';
import { format, isValid, parse } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';
import { enUS } from 'date-fns/locale/en-US';
import type { ReactNode } from 'react';
import { useState } from 'react';
import { useSay } from '../frame/FarmContext';

const isoDay = 'yyyy-MM-dd';
const isoClock = 'HH:mm';
/** What is said while a day or a time is half typed: it is none. */
const unfinished = 'unfinished';

interface PickerProps {
  label: string;
  /** As it is kept: 2026-11-23, or 18:30; null for none. What is half typed is given as `unfinished`. */
  value: string | null;
  onValue: (value: string | null) => void;
  hint: string;
  wrong?: string | undefined;
}

/** A day of the calendar, picked or typed. */
export function DayPicker({
  min,
  max,
  needed = false,
  ...props
}: PickerProps & { min?: string; max?: string; /** It cannot be taken away. */ needed?: boolean }) {
  const { given, field, us } = useGiven(props, isoDay, !needed);
  return (
    <Calendar us={us}>
      <DatePicker
        {...given}
        format={us ? 'MMM d, yyyy' : 'd MMM yyyy'}
        {...(min ? { minDate: read(min, isoDay)! } : {})}
        {...(max ? { maxDate: read(max, isoDay)! } : {})}
        slotProps={field}
      />
    </Calendar>
  );
}

/** A time of the day, picked or typed. */
export function ClockPicker(props: PickerProps) {
  const { given, field, us } = useGiven(props, isoClock, true);
  return (
    <Calendar us={us}>
      <TimePicker {...given} ampm={us} timeSteps={{ minutes: 5 }} slotProps={field} />
    </Calendar>
  );
}

function Calendar({ us, children }: { us: boolean; children: ReactNode }) {
  return (
    <LocalizationProvider dateAdapter={AdapterDateFns} adapterLocale={us ? enUS : enGB}>
      {children}
    </LocalizationProvider>
  );
}

const read = (value: string | null, as: string): Date | null =>
  value === null || value === '' || value === unfinished ? null : parse(value, as, new Date(2000, 0, 1));

/** As the other fields are drawn (theme.ts). */
const look = {
  '& .MuiPickersOutlinedInput-root': {
    borderRadius: '12px',
    background: 'var(--enamel)',
    fontSize: '1.15rem',
  },
  '& .MuiPickersOutlinedInput-notchedOutline': { borderColor: 'var(--pewter)' },
  '& .MuiPickersOutlinedInput-notchedOutline legend': { fontSize: '0.8625rem' },
};

function useGiven({ label, value, onValue, hint, wrong }: PickerProps, as: string, clearable: boolean) {
  const us = useSay().system === 'us';
  // What is half typed stays in the field, though it is no value yet.
  const [shown, setShown] = useState(() => ({ value, date: read(value, as) }));
  const now = shown.value === value ? shown : { value, date: read(value, as) };
  return {
    us,
    given: {
      label,
      value: now.date,
      onChange: (date: Date | null) => {
        const said = date === null ? null : isValid(date) ? format(date, as) : unfinished;
        setShown({ value: said, date });
        onValue(said);
      },
    },
    field: {
      textField: { helperText: wrong ?? hint, sx: look, ...(wrong === undefined ? {} : { error: true }) },
      field: { clearable },
    },
  };
}
