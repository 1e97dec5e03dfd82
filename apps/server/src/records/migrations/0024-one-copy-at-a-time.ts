/** Of one card one copy is under way; of several that were, the newest. */
export const oneCopyAtATime = `
UPDATE job SET state = 'stopped'
WHERE lane = 'media' AND detail ->> 'kind' = 'copy' AND state IN ('waiting', 'running') AND id NOT IN (
  SELECT DISTINCT ON ("productionId", detail ->> 'cardId') id FROM job
  WHERE lane = 'media' AND detail ->> 'kind' = 'copy' AND state IN ('waiting', 'running')
  ORDER BY "productionId", detail ->> 'cardId', "startedAt" DESC, id DESC
);
CREATE UNIQUE INDEX one_copy_of_a_card ON job ("productionId", (detail ->> 'cardId'))
  WHERE lane = 'media' AND detail ->> 'kind' = 'copy' AND state IN ('waiting', 'running');
`
