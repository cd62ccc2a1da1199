import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { Breed } from '@/core/dairy/breeds';
import { breedFat } from '@/core/dairy/breeds';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';

/** A breed or species, with the fat its milk usually has. */
export function BreedSelect({
  label,
  breed,
  onBreed,
}: {
  label: string;
  breed: Breed;
  onBreed: (breed: Breed) => void;
}) {
  return (
    <TextField select label={label} value={breed} onChange={(event) => onBreed(event.target.value as Breed)}>
      {Object.entries(breedFat).map(([key, { name, fat }]) => (
        <MenuItem key={key} value={key}>
          {name}, milk of {text(spokenFraction(fat))}
        </MenuItem>
      ))}
    </TextField>
  );
}
