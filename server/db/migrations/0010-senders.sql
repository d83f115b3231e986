-- What came from one sender before is found without reading everything.
CREATE INDEX consignment_by_sender ON consignment (sender, hand_over_at DESC) WHERE direction = 'incoming';
