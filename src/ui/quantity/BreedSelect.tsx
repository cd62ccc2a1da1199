import type { Breed } from '@/core/dairy/breeds';
import { breedFat } from '@/core/dairy/breeds';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import { OneOf } from './OneOf';

const breeds = Object.entries(breedFat).map(([key, { name, fat }]) => ({
  key: key as Breed,
  name: `${name}, milk of ${text(spokenFraction(fat))}`,
}));

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
  return <OneOf label={label} chosen={breed} onChoose={onBreed} choices={breeds} />;
}
