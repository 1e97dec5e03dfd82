/** Of one card one copy is under way. */
export const oneCopyAtATime = `
UPDATE job SET state = 'stopped' WHERE state = 'waiting' AND lane = 'media';
CREATE UNIQUE INDEX one_copy_of_a_card ON job ("productionId", (detail ->> 'cardId'))
  WHERE lane = 'media' AND detail ->> 'kind' = 'copy' AND state IN ('waiting', 'running');
`
