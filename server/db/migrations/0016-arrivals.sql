-- What comes is listed by itself, latest first.
CREATE INDEX consignment_arrivals ON consignment (hand_over_at DESC) WHERE direction = 'incoming' AND archived_at IS NULL;
