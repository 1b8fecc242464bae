import { useStudio } from '@/api/queries';
import { unitsOf } from '@/words/units';

/** The units of this studio; until it has answered, those that everything is written in. */
export const useUnits = () => unitsOf(useStudio().data?.tape);
